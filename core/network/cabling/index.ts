export * from './linkSpeed'
export * from './routeLength'
