import { passphraseProblem } from '../site'
import type { Rule } from './types'
import { atProfile } from './where'

/** A key its own mode cannot take. Source: IEEE 802.11-2020 annex J.4; see passphraseProblem. */
export const ssi4: Rule = {
  code: 'SSI-4',
  check: ({ site }) =>
    site.profiles.flatMap((profile) => {
      const problem = passphraseProblem(profile.mode, profile.passphrase)
      return problem ? [{ says: `Profile “${profile.name}”: ${problem}`, where: [atProfile(profile)] }] : []
    }),
}
