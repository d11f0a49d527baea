export * from './clientTests'
export * from './expected'
export * from './judge'
export * from './types'
