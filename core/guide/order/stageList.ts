import type { Stage } from '../../judge/findings'

/** The stages of the work in their order. A stage that gets a screen gets a line here. */
export const STAGES: readonly { stage: Stage; name: string; key: string }[] = [
  { stage: 'brief', name: 'Brief', key: 'b' },
  { stage: 'networks', name: 'Networks', key: 'n' },
  { stage: 'ground', name: 'Ground', key: 'g' },
  { stage: 'backhaul', name: 'Backhaul', key: 'k' },
  { stage: 'ports', name: 'Ports', key: 'p' },
  { stage: 'staging', name: 'Staging', key: 's' },
  { stage: 'runbook', name: 'Runbook', key: 'o' },
  { stage: 'proof', name: 'Proof', key: 'r' },
  { stage: 'handover', name: 'Handover', key: 'h' },
]
