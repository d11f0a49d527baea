export * from './budget'
export * from './poe'
export * from './supply'
