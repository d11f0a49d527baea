import { needsPassphrase, networkOf, passphraseProblem } from '../../plan'
import type { Id, SecurityProfile, Site } from '../../plan'
import { FEWEST_GUESSES, guessesFor, timeWords } from './keyStrength'
import type { Rule, Sighting } from './types'
import { atProfile } from './where'

/** Keys that are guessed soon, and one key on profiles of different trust. Never quotes a key. */
export const sec4: Rule = {
  code: 'SEC-4',
  check: ({ site }) => {
    const used = keyed(site)
    return [...used.flatMap(weak), ...shared(site, used)]
  },
}

interface Used {
  profile: SecurityProfile
  key: string
  /** Whom it lets in: the networks of its SSIDs; a bridge is a trust of its own. */
  trusts: ReadonlySet<Id>
}

const BRIDGE = 'bridge'

/** Profiles with a key that somebody uses, and that their mode takes. */
const keyed = (site: Site): Used[] =>
  site.profiles.flatMap((profile) => {
    const key = profile.passphrase
    if (!needsPassphrase(profile.mode) || key === null || passphraseProblem(profile.mode, key) !== null)
      return []
    const trusts = new Set<Id>([
      ...site.ssids
        .filter(({ profileId }) => profileId === profile.id)
        .map(({ networkId }) => networkId ?? ''),
      ...site.devices.flatMap(({ air }) =>
        [air?.near, air?.far].some((end) => end?.profileId === profile.id) ? [BRIDGE] : [],
      ),
    ])
    return trusts.size > 0 ? [{ profile, key, trusts }] : []
  })

function weak({ profile, key }: Used): Sighting[] {
  const guesses = guessesFor(key)
  if (guesses >= FEWEST_GUESSES) return []
  return [
    {
      says: `The key of “${profile.name}” is guessed ${timeWords(guesses)} by somebody who has recorded one login: it is made of words, names or patterns that are tried first.`,
      where: [atProfile(profile)],
    },
  ]
}

/** Two profiles with one key whose people are not the same; the later one names the earlier. */
function shared(site: Site, used: readonly Used[]): Sighting[] {
  return used.flatMap((one, i) =>
    used
      .slice(0, i)
      .filter(
        ({ key, trusts }) =>
          key === one.key && [...trusts, ...one.trusts].some((id) => !(trusts.has(id) && one.trusts.has(id))),
      )
      .map((other) => ({
        says: `“${other.profile.name}” and “${one.profile.name}” have one key: whoever is let into ${whom(site, other)} is let into ${whom(site, one)} too.`,
        where: [atProfile(other.profile), atProfile(one.profile)],
      })),
  )
}

const whom = (site: Site, { trusts }: Used): string =>
  [...trusts]
    .map((id) => (id === BRIDGE ? 'the bridge' : (networkOf(site, id)?.name ?? 'no network')))
    .join(' and ')
