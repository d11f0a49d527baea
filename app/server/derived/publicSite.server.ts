import type { Finding } from '~/core/judge/findings'
import { maskedSecrets } from '~/core/plan'
import type { Site } from '~/core/plan'

/** The plan as the browser may see it: keys stay here, and only whether one is set goes out. */
export function publicSite(site: Site): { site: Site; keysSet: string[] } {
  return {
    site: maskedSecrets(site),
    keysSet: site.profiles.filter(({ passphrase }) => passphrase !== null).map(({ id }) => id),
  }
}

export type PublicFinding = Omit<Finding, 'mend'> & { mend: string | null }

/** A mend goes out as its words; its edits may hold keys and are made anew when it is asked for. */
export const publicFinding = ({ mend, ...finding }: Finding): PublicFinding => ({
  ...finding,
  mend: mend?.label ?? null,
})
