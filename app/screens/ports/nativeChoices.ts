import type { Site } from '~/core/plan'
import type { Choice } from '../../components/inputs'

/** The VLANs of the plan to choose a native one from, and the present one even if it is no network's. */
export function nativeChoices(site: Site, present: number | null): Choice[] {
  const known: Choice[] = site.networks.map(({ vlanId, name }) => ({
    value: String(vlanId),
    label: `${vlanId} ${name}`,
    vlanId,
  }))
  const stranger = present !== null && !known.some(({ value }) => value === String(present))
  return stranger ? [{ value: String(present), label: String(present) }, ...known] : known
}
