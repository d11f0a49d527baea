export * from './stages'
export * from './nextStep'
