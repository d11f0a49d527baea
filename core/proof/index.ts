export * from './expected'
export * from './judge'
export * from './types'
