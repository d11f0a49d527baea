import type { AcceptanceVerdict } from './acceptance'
import type { Observation } from './observations'

/** How something came to be known. */
export const SOURCE_WORDS: Record<Observation['source'], string> = {
  measured: 'measured here',
  imported: 'from another program',
  typed: 'said by hand',
}

/** How a promise stands. */
export const ACCEPTANCE_WORDS: Record<AcceptanceVerdict, string> = {
  passed: 'passed',
  failed: 'failed',
  again: 'measure again',
  unsure: 'not shown yet',
  open: 'not measured',
}
