export type Severity = 'stop' | 'fix' | 'note'
/** The stage of the work at which the mistake is mended. */
export type Stage =
  'brief' | 'networks' | 'ground' | 'backhaul' | 'ports' | 'staging' | 'runbook' | 'proof' | 'handover'

export interface Entry {
  mistake: string
  /** Why it matters: what the installer or the people on the network will see. */
  why: string
  todo: string
  severity: Severity
  stage: Stage
}
