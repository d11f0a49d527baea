export * from './stages'
