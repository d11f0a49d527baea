import type { Command } from './options'

/** Each is read when it is asked for: what draws papers or solves has much to load, and most do neither. */
export const COMMANDS: Record<string, (() => Promise<Command>) | undefined> = {
  check: async () => (await import('./check')).checkCommand,
  reach: async () => (await import('./reach')).reachCommand,
  trace: async () => (await import('./reach')).traceCommand,
  l2: async () => (await import('./l2')).l2Command,
  coverage: async () => (await import('./coverage')).coverageCommand,
  backhaul: async () => (await import('./backhaul')).backhaulCommand,
  airtime: async () => (await import('./airtime')).airtimeCommand,
  export: async () => (await import('./export')).exportCommand,
  proof: async () => (await import('./proof')).proofCommand,
  stage: async () => (await import('./stage')).stageCommand,
  runbook: async () => (await import('./runbook')).runbookCommand,
  here: async () => (await import('./here')).hereCommand,
  prove: async () => (await import('./prove')).proveCommand,
  jobs: async () => (await import('./jobs')).jobsCommand,
  make: async () => (await import('./jobs')).makeCommand,
  walk: async () => (await import('./walk')).walkCommand,
  record: async () => (await import('./record')).recordCommand,
  parts: async () => (await import('./record')).partsCommand,
  labels: async () => (await import('./sheets')).labelsCommand,
  cards: async () => (await import('./sheets')).cardsCommand,
  seal: async () => (await import('./handOver')).sealCommand,
  bundle: async () => (await import('./handOver')).bundleCommand,
  open: async () => (await import('./handOver')).openCommand,
}
