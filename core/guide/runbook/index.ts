export { changesBetween } from './changes/changesBetween'
export { runbookOf, taskOf } from './runbook'
export type { Runbook, RunbookStep } from './runbook'
export * from './types'
