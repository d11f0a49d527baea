export * from './milp'
