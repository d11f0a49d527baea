export * from './composed'
export * from './configurationOf'
export * from './factory'
export * from './types'
