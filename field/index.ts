export * from './bench'
export * from './clients'
export * from './types'
export * from './view'
