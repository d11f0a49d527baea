import { modeMbps, phyMode, rangeOf, usPerMbit } from '../airtime'
import type { GoodputRange, PhyMode } from '../airtime'
import { gainAt, plannedRadio, sigmaDbOf, signalPath } from '../coverage'
import type { Crossing, PlannedRadio } from '../coverage'
import { noiseFloorDbm, rateIndex, signalPercent } from '../propagation'
import type { Generation } from '../propagation'
import { GENERATIONS, typeOf } from '../../plan'
import type { Band, Device, Id, Site } from '../../plan'

/** What the plan knows of one radio link between two devices. Levels at the sockets of the receiving antennas. */
export interface RadioHop {
  parentId: Id
  childId: Id
  band: Band
  distanceM: number
  /** What stands in between. */
  crossings: Crossing[]
  /** What distance, walls and edges cost together, without the antennas. */
  lossDb: number
  /** Parent to child and back. */
  downDbm: number
  upDbm: number
  /** The weaker of both decides. */
  weakerDbm: number
  percent: number
  noiseDbm: number
  snrDb: number
  widthMhz: number
  /** Null where the ratio carries no rate at all. */
  mode: PhyMode | null
  phyMbps: number
  /** One hop, nobody else on the air; low and high a standard deviation of the model off. */
  goodput: GoodputRange
  /** Air that one Mbit costs, µs. */
  usPerMbit: number
}

/** The radio of a device on a band, if it has one that is on, and a place. */
export function radioOn(site: Site, device: Device, band: Band): PlannedRadio | null {
  const radio = device.radios.find((one) => one.band === band && one.enabled)
  return radio && device.position ? plannedRadio(site, device, device.position, radio) : null
}

const lesser = (a: Generation, b: Generation): Generation =>
  GENERATIONS[Math.min(GENERATIONS.indexOf(a), GENERATIONS.indexOf(b))] ?? 'n'

/** How a link sends at a ratio: the highest index that it carries and the width has. */
export function modeAt(
  shape: { generation: Generation; band: Band; widthMhz: number; streams: number },
  snrDb: number,
): PhyMode | null {
  for (let index = rateIndex(shape.generation, snrDb); index >= 0; index--) {
    const mode = phyMode(shape, index)
    if (mode) return mode
  }
  return null
}

const mbpsOf = (mode: PhyMode | null): number => (mode ? 1e6 / usPerMbit({ mode }, 2) : 0)

/** What mode of both devices the link uses: the older generation, the fewer streams, the parent's width if the child has it. */
function common(site: Site, parent: PlannedRadio, child: PlannedRadio) {
  const most = typeOf(site, child.device)?.radios.find(({ band }) => band === child.band)?.maxWidthMhz ?? 80
  return {
    generation: lesser(parent.generation, child.generation),
    band: parent.band,
    widthMhz: Math.min(parent.widthMhz, most),
    streams: Math.min(parent.streams, child.streams),
  }
}

/**
 * The level both ways: power + gain − loss + gain, by the method of the plan; the noise floor of the width; the rate that the
 * ratio carries. `extraLossDb` is what the worksheet of a bridge knows beyond the plan.
 */
export function radioHop(site: Site, parent: PlannedRadio, child: PlannedRadio, extraLossDb = 0): RadioHop {
  const way = signalPath(site, parent, child.position.at, child.zM)
  const childGain = gainAt(child, parent.position.at, parent.zM)
  const lossDb = way.gainDbi - way.wayDb + extraLossDb
  const downDbm = parent.powerDbm + way.gainDbi - lossDb + childGain
  const upDbm = child.powerDbm + childGain - lossDb + way.gainDbi
  const weakerDbm = Math.min(downDbm, upDbm)
  const shape = common(site, parent, child)
  const noiseDbm = noiseFloorDbm(shape.widthMhz, site.ground.noiseFigureDb)
  const snrDb = weakerDbm - noiseDbm
  const mode = modeAt(shape, snrDb)
  const sigmaDb = sigmaDbOf(site.ground)
  const goodput = {
    lowMbps: rangeOf(mbpsOf(modeAt(shape, snrDb - sigmaDb))).lowMbps,
    likelyMbps: mbpsOf(mode),
    highMbps: rangeOf(mbpsOf(modeAt(shape, snrDb + sigmaDb))).highMbps,
  }
  return {
    parentId: parent.device.id,
    childId: child.device.id,
    band: parent.band,
    distanceM: way.distanceM,
    crossings: way.crossings,
    lossDb,
    downDbm,
    upDbm,
    weakerDbm,
    percent: signalPercent(weakerDbm),
    noiseDbm,
    snrDb,
    widthMhz: shape.widthMhz,
    mode,
    phyMbps: mode ? modeMbps(mode) : 0,
    goodput,
    usPerMbit: mode ? usPerMbit({ mode }, 2) : Infinity,
  }
}

/** Both devices' radios on a band, the parent's first; or what is missing, in words. */
export function pairOn(
  site: Site,
  parent: Device,
  child: Device,
  band: Band,
): [PlannedRadio, PlannedRadio] | string {
  for (const device of [parent, child]) {
    if (!device.position) return `${device.name} has no place on the ground yet. Put it on the chart first.`
    const radio = device.radios.find((one) => one.band === band)
    if (!radio) return `${device.name} has no radio at ${band} GHz.`
    if (!radio.enabled) return `The ${band} GHz radio of ${device.name} is off.`
  }
  const [a, b] = [radioOn(site, parent, band), radioOn(site, child, band)]
  return a && b ? [a, b] : `Nothing can be worked out between ${parent.name} and ${child.name}.`
}
