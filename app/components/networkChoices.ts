import type { Site } from '~/core/plan'
import type { Choice } from './Select'

/** The networks of a site to choose from, each with its flag. */
export const networkChoices = ({ networks }: Site): Choice[] =>
  networks.map(({ id, name, vlanId }) => ({ value: id, label: name, vlanId }))
