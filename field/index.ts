export * from './standIn'
