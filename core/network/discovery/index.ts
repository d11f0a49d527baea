export * from './discover'
export * from './talk'
export * from './tunnel'
export * from './clock'
