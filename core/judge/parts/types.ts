import type { Traced } from '../../lib/traced'
import type { Id, ListedPart } from '../../plan'

/** In the order of the list. */
export const PART_GROUPS = {
  gear: 'Gear',
  power: 'Power',
  mounting: 'Mounts and antennas',
  licences: 'Licences',
  cable: 'Cable',
  ends: 'Cords, plugs and labels',
  tools: 'Tools',
  people: 'People',
} as const
export type PartGroup = keyof typeof PART_GROUPS

/** One thing that the plan needs, and how many of it. */
export interface Need {
  /** The same for the same thing in every plan of the site: the list and its ticks go by it. */
  key: string
  group: PartGroup
  name: string
  unit: ListedPart['unit']
  count: number
  /** Of these lie in the cartons of other gear. */
  inCartons: number
  /** How the count came about. */
  counted: Traced
  /** What it is for. */
  deviceIds: Id[]
  /** What to know of it; empty: nothing. */
  note: string
}

/** What has to be got: all that no carton holds. */
export const toGet = ({ count, inCartons }: Need): number => Math.max(0, count - inCartons)

/** What a list that was taken has too few of; a line that is not there has none. */
export const shortOf = (need: Need, line: Pick<ListedPart, 'count' | 'have'> | undefined): number =>
  Math.max(0, toGet(need) - (line?.count ?? 0) - (line?.have ?? 0))
