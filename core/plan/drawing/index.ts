export * from './lengths'
export * from './line'
export * from './pieces'
export * from './snap'
