export * from './fixed'
export * from './ipv4'
export * from './pool'
export * from './subnet'
