export * from './linkSpeed'
