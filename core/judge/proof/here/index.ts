export * from './checks'
export * from './tests'
export * from './types'
export * from './results'
