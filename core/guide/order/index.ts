export * from './stageList'
export * from './stages'
export * from './nextStep'
