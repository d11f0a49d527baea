export * from './capwap'
export * from './expectedTimes'
export * from './phases'
export * from './lights'
