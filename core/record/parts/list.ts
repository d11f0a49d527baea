import { needsOf, PART_GROUPS, shortOf, toGet } from '../../judge/parts'
import type { Need, PartGroup } from '../../judge/parts'
import type { Traced } from '../../lib/traced'
import type { Id, Site } from '../../plan'

/** How far a part is. */
export const TICKS = ['ordered', 'staged', 'packed'] as const
export type TickState = (typeof TICKS)[number]

/** Somebody ticked a part: for so many of it. */
export interface PartTick {
  key: string
  state: TickState
  count: number
  at: string
  who: string
}

/** One line of the list: what the plan needs against what is there. */
export interface PartRow {
  /** Of the need, or of the line where somebody added it. */
  key: string
  group: PartGroup | 'own'
  name: string
  unit: 'piece' | 'm'
  needed: number
  inCartons: number
  /** Still to be bought or packed: what the plan needs, no carton holds and is not at hand. */
  toGet: number
  have: number
  /** What is bought or packed: as much as is to be got, or as the list that was taken says. */
  wanted: number
  /** On the list that was taken; null: the list follows the plan. */
  listed: number | null
  /** Needed, and on no list. */
  missing: number
  rate: number | null
  /** Rate × what is to be got. */
  cost: number | null
  ticks: Record<TickState, PartTick | null>
  counted: Traced | null
  note: string
  deviceIds: Id[]
}

/** In the order of the groups; lines of somebody's own at the end. */
export function partsList(site: Site, ticks: readonly PartTick[] = []): PartRow[] {
  const needs = needsOf(site)
  const wanted = new Set(needs.map(({ key }) => key))
  const own = site.parts.filter(({ key }) => !wanted.has(key))
  const order = Object.keys(PART_GROUPS)
  return [
    ...[...needs]
      .sort((a, b) => order.indexOf(a.group) - order.indexOf(b.group))
      .map((need) => rowOfNeed(site, need, ticks)),
    ...own.map((line): PartRow => {
      const get = line.count
      const key = line.key || line.id
      return {
        key,
        group: 'own',
        name: line.name,
        unit: line.unit,
        needed: 0,
        inCartons: 0,
        toGet: get,
        have: line.have,
        wanted: get,
        listed: get,
        missing: 0,
        rate: line.rate,
        cost: costOf(line.rate, get),
        ticks: ticksFor(ticks, key),
        counted: null,
        note: line.key ? 'The plan does not need it any more.' : '',
        deviceIds: [],
      }
    }),
  ]
}

function rowOfNeed(site: Site, need: Need, ticks: readonly PartTick[]): PartRow {
  const line = site.parts.find(({ key }) => key === need.key)
  const isTaken = site.parts.length > 0
  const have = line?.have ?? 0
  const get = Math.max(0, toGet(need) - have)
  const listed = isTaken ? (line?.count ?? 0) : null
  const wanted = Math.max(get, listed ?? 0)
  return {
    key: need.key,
    group: need.group,
    name: need.name,
    unit: need.unit,
    needed: need.count,
    inCartons: need.inCartons,
    toGet: get,
    have,
    wanted,
    listed,
    missing: isTaken ? shortOf(need, line) : 0,
    rate: line?.rate ?? null,
    cost: costOf(line?.rate ?? null, wanted),
    ticks: ticksFor(ticks, need.key),
    counted: need.counted,
    note: need.note,
    deviceIds: need.deviceIds,
  }
}

const costOf = (rate: number | null, count: number): number | null =>
  rate === null ? null : Math.round(rate * count * 100) / 100

const ticksFor = (ticks: readonly PartTick[], key: string): PartRow['ticks'] => {
  const of = (state: TickState) => ticks.find((tick) => tick.key === key && tick.state === state) ?? null
  return { ordered: of('ordered'), staged: of('staged'), packed: of('packed') }
}

/** The whole, of the lines that have a rate, and how many have none. */
export function costOfAll(rows: readonly PartRow[]): { sum: number; without: number } {
  const bought = rows.filter(({ toGet: get, group }) => get > 0 && group !== 'tools' && group !== 'people')
  return {
    sum: Math.round(bought.reduce((sum, { cost }) => sum + (cost ?? 0), 0) * 100) / 100,
    without: bought.filter(({ rate }) => rate === null).length,
  }
}

/** Whether a state holds for all that is to be got, for some of it, or for none. */
export function tickReach({ ticks, wanted }: PartRow, state: TickState): 'all' | 'some' | 'none' {
  const tick = ticks[state]
  if (!tick) return 'none'
  return tick.count >= wanted ? 'all' : 'some'
}

export const GROUP_NAME: Record<PartRow['group'], string> = { ...PART_GROUPS, own: 'Added by hand' }
