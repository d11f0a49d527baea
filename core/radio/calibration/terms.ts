import type { Crossing, PlannedRadio, SignalPath } from '../coverage'
import type { Band, Id, Site } from '../../plan'

/** What a term is of. */
export type TermOf =
  | { kind: 'slope'; where: 'clear' | 'behindWalls' }
  | { kind: 'loss'; what: Crossing['what']; name: string; band: Band }
  | { kind: 'radio'; deviceId: Id; band: Band }
  | { kind: 'client'; client: string }

/** One thing that a walk can teach: how far it is off what the plan has. */
export interface Term {
  id: string
  of: TermOf
  /** In words. */
  name: string
  unit: 'per decade / 10' | 'dB' | 'dB/m'
  /** What the plan has, in that unit; null: nothing, it is an offset. */
  planned: number | null
  /** Assumed spread about what is planned. Common practice, no source. */
  priorSd: number
}

export interface LearnedTerm extends Term {
  /** How far it is off what is planned. */
  value: number
  standardError: number
  /** The walk says nothing of it: it was met at too few spots, or its spread is hardly smaller than what was assumed. */
  saysNothing: boolean
  /** Spots at which it was met. */
  spots: number
}

/** Spots at which a thing has to be met before anything is learned of it. Common practice, no source. */
export const LEAST_SPOTS: Readonly<Record<TermOf['kind'], number>> = {
  radio: 3,
  client: 3,
  loss: 4,
  slope: 6,
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
  const { band, device } = radio
  return [
    { term: slope(way.behindWalls ? 'behindWalls' : 'clear'), factor: -10 * Math.log10(way.distanceM) },
    ...costing(site, way).map((crossing) => ofCrossing(site, band, crossing)),
    {
      term: offset(
        { kind: 'radio', deviceId: device.id, band },
        `${device.name}, ${band} GHz`,
        SPREAD.radioDb,
      ),
      factor: 1,
    },
    ...(client === null
      ? []
      : [{ term: offset({ kind: 'client', client }, client, SPREAD.clientDb), factor: 1 }]),
  ]
}

/** Models whose floors cost what a table says, and not what they are made of. */
const FLOORS_BY_TABLE = new Set<Site['ground']['model']>(['powerLaw', 'siteGeneral'])

/** Crossings that have a share in the sum: over an edge, nothing that stands below it; floors where their own loss counts. */
const costing = ({ ground }: Site, { crossings, overEdgeDb }: SignalPath): Crossing[] =>
  crossings.filter(({ what }) => (what === 'slab' ? !FLOORS_BY_TABLE.has(ground.model) : overEdgeDb === null))

const slope = (where: 'clear' | 'behindWalls'): Term => ({
  id: `slope ${where}`,
  of: { kind: 'slope', where },
  name: where === 'behindWalls' ? 'with distance, behind walls' : 'with distance, in the open',
  unit: 'per decade / 10',
  planned: null,
  priorSd: SPREAD.slope,
})

const offset = (of: Extract<TermOf, { kind: 'radio' | 'client' }>, name: string, priorSd: number): Term => ({
  id: of.kind === 'radio' ? `radio ${of.deviceId}/${of.band}` : `client ${of.client}`,
  of,
  name,
  unit: 'dB',
  planned: null,
  priorSd,
})

function ofCrossing(site: Site, band: Band, { what, called, lossDb, insideM }: Crossing): Share {
  const planned =
    insideM === null ? lossDb : (site.obstacles.find(({ name }) => name === called)?.lossDbPerM ?? 0)
  return {
    term: {
      id: `${what} ${called} ${band}`,
      of: { kind: 'loss', what, name: called, band },
      name: `${called} at ${band} GHz`,
      unit: insideM === null ? 'dB' : 'dB/m',
      planned,
      priorSd: lossSpread(planned),
    },
    factor: -(insideM ?? 1),
  }
}
