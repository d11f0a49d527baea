export * from './linkSpeed'
export * from './routeLength'
export * from './speedText'
