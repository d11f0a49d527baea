import type { Observation } from '~/core/judge/proof'

/** How something came to be known. */
export const SOURCE_WORDS: Record<Observation['source'], string> = {
  measured: 'measured here',
  imported: 'from another program',
  typed: 'said by hand',
}
