import type { SecurityProfile, Site } from '../../plan'
import type { Faults, Field, Keys } from './grammars/faults'
import { KEY_LEFT_OUT, KEY_MISSING } from '../text'

const keyField = (site: Site, profile: SecurityProfile): Field => ({
  path: ['profiles', site.profiles.indexOf(profile), 'passphrase'],
  label: `The key of the profile “${profile.name}”`,
})

/**
 * The lines of a key, each by its own writer. Without keys one stands there that the reader refuses to start with; a key
 * is looked at even then, so that what cannot be written is known before anybody asks for it.
 */
export function keyLines(
  { site, profile, keys, none }: { site: Site; profile: SecurityProfile; keys: Keys; none: string },
  ...writers: ((value: string, field: Field, faults: Faults) => string | null)[]
): string[] {
  const { passphrase } = profile
  if (passphrase === null) return [KEY_MISSING, none]
  const written = writers
    .map((write) => write(passphrase, keyField(site, profile), keys.faults))
    .filter((line) => line !== null)
  return keys.withKeys ? [...new Set(written)] : [KEY_LEFT_OUT, none]
}
