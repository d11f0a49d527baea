export * from './board'
export * from './clients'
export * from './sheet'
export * from './sheetTypes'
