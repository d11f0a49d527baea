export * from './calibrate'
export type { Term } from './terms'
