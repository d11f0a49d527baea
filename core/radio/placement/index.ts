export * from './candidates'
export * from './choose'
export * from './propose'
