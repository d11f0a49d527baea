import type { Crossing, PlannedRadio, SignalPath } from '../coverage'
import type { Obstacle, Site } from '../../plan'

/** One thing that a walk can teach: how far it is off what the plan has. */
export interface Term {
  id: string
  kind: 'slope' | 'material' | 'radio' | 'client'
  /** In words. */
  name: string
  unit: 'per decade / 10' | 'dB' | 'dB/m'
  /** What the plan has, in that unit; null: nothing, it is an offset. */
  planned: number | null
  /** Assumed spread about what is planned. Common practice, no source. */
  priorSd: number
}

/** Assumed spreads. Common practice, no source. */
const SPREAD = { slope: 0.3, lossDb: 2, lossShare: 0.4, radioDb: 3, clientDb: 4 } as const

/** What of a way depends on each term: dB for one unit of it. */
export interface Share {
  term: Term
  factor: number
}

const lossSpread = (loss: number): number => Math.max(SPREAD.lossDb, SPREAD.lossShare * Math.abs(loss))

/** The terms of one reading: the slope of its situation, what it passes, the radio, and the client that read it. */
export function sharesOf(site: Site, radio: PlannedRadio, way: SignalPath, client: string | null): Share[] {
  // Over an edge, nothing that stands below it counts.
  const solid = way.overEdgeDb === null ? way.crossings : way.crossings.filter(({ what }) => what === 'slab')
  const isBehind = way.crossings.some(({ what }) => what === 'wall')
  return [
    { term: slope(isBehind), factor: -10 * Math.log10(way.distanceM) },
    ...solid.map((crossing) => ofCrossing(site, radio, crossing)),
    {
      term: offset('radio', radio.key, `${radio.device.name}, ${radio.band} GHz`, SPREAD.radioDb),
      factor: 1,
    },
    ...(client === null ? [] : [{ term: offset('client', client, client, SPREAD.clientDb), factor: 1 }]),
  ]
}

const slope = (isBehind: boolean): Term => ({
  id: isBehind ? 'slope behind walls' : 'slope in the open',
  kind: 'slope',
  name: isBehind ? 'with distance, behind walls' : 'with distance, in the open',
  unit: 'per decade / 10',
  planned: null,
  priorSd: SPREAD.slope,
})

const offset = (kind: 'radio' | 'client', key: string, name: string, priorSd: number): Term => ({
  id: `${kind} ${key}`,
  kind,
  name,
  unit: 'dB',
  planned: null,
  priorSd,
})

function ofCrossing(site: Site, { band }: PlannedRadio, { what, name, lossDb }: Crossing): Share {
  const obstacle = what === 'obstacle' ? obstacleCalled(site, name) : undefined
  const planned = obstacle?.lossDbPerM ?? lossDb
  const plain = obstacle?.name ?? name
  return {
    term: {
      id: `${what} ${plain} ${band}`,
      kind: 'material',
      name: `${plain} at ${band} GHz`,
      unit: obstacle ? 'dB/m' : 'dB',
      planned,
      priorSd: lossSpread(planned),
    },
    factor: obstacle && obstacle.lossDbPerM > 0 ? -lossDb / obstacle.lossDbPerM : -1,
  }
}

/** A crossing of an obstacle goes by its name and how far it runs inside. */
const obstacleCalled = (site: Site, text: string): Obstacle | undefined =>
  site.obstacles.find(({ name }) => text.startsWith(`${name}, `))
