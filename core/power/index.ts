export * from './budget'
export * from './poe'
