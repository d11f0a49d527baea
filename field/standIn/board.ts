import {
  clustersNow,
  isAsPlanned,
  isRunning,
  isUp,
  laptopHost,
  linksNow,
  nextEventUs,
  setUpBy,
  spanOf,
} from '~/core/world'
import type { ElectedCluster, Gear, Laptop, Phase, Span, World, WorldEvent } from '~/core/world'
import { portName } from '~/core/plan'
import type { DeviceKind, Id, LinkEnd } from '~/core/plan'
import { isVeiled, veiledEvents, veiledWhy } from './veil'

/** What of a device on the bench stays as it is. */
export interface BoardStatic {
  id: Id
  name: string
  kind: DeviceKind
  place: string
  typeName: string
  /** Whether a person switches it on at the wall. */
  hasSwitch: boolean
  /** By whom it is set up: the controller that the plan names, or somebody at its page. */
  controllerId: Id | null
  setUpBy: 'hand' | 'controller' | 'nobody'
}

/** What of it changes. */
export interface BoardRow {
  id: Id
  phase: Phase
  sinceS: number
  /** Seconds that the phase usually takes; null: it stays until something changes. */
  span: [lowS: number, highS: number] | null
  why: string | null
  ip: string | null
  listedAt: Id | null
  switchedOn: boolean
  isFactory: boolean
  byRadio: boolean
  /** Another configuration saved than in force, or in force than planned. */
  differs: boolean
}

export interface CableView {
  id: Id
  ends: [LinkEnd, LinkEnd]
  pulled: boolean
  /** A patch cable of the bench. */
  isPatch: boolean
}

/** Where the laptop is, and with which address. */
export interface LaptopView extends Laptop {
  where: string
  address: string | null
  network: string | null
  why: string | null
}

/** What has changed on the bench since somebody last looked. Keys never leave the bench. */
export interface BoardDelta {
  nowS: number
  revision: number
  begins: World['start']
  /** Something is hidden; what it is, is not told. */
  hides: boolean
  /** Only where devices came or went: all that stays as it is, in order. */
  statics: BoardStatic[] | null
  rows: BoardRow[]
  /** Cables that are new or that were pulled or plugged, and patch cables that are gone. */
  cables: CableView[]
  cablesGone: Id[]
  laptop: LaptopView | null
  /** Clusters as their members have elected, where that is another than was told. */
  clusters: ElectedCluster[] | null
  events: WorldEvent[]
  nextEventS: number | null
}

const S_PER_US = 1e-6
const EVENTS_SHOWN = 40

/** So many devices are told at a time; the rest comes with the next telling. */
const ROWS_TOLD = 60

/** What one who looks has been told. */
export interface Cursor {
  gear: ReadonlyMap<Id, Gear>
  plan: World['plan'] | null
  cables: ReadonlyMap<Id, boolean>
  laptop: string
  clusters: string
  events: number
}

export const NOTHING_SEEN: Cursor = {
  gear: new Map(),
  plan: null,
  cables: new Map(),
  laptop: '',
  clusters: '[]',
  events: 0,
}

/** What changed since, as plain data: devices that are other values now, cables and laptop where they moved. */
export const boardDelta = (world: World, seen: Cursor): BoardDelta => told(world, seen).delta

/** The same, with what has been told after it. */
export function told(world: World, seen: Cursor): { delta: BoardDelta; seen: Cursor } {
  const isNewPlan = seen.plan !== world.plan
  const changed = [...world.gear.values()].filter((gear) => isNewPlan || seen.gear.get(gear.id) !== gear)
  const now = isNewPlan ? changed : changed.slice(0, ROWS_TOLD)
  const gear = new Map(isNewPlan ? [] : seen.gear)
  for (const one of now) gear.set(one.id, one)
  const cables = cablesNow(world)
  const laptop = laptopView(world)
  const clusters = clustersNow(world)
  const next = nextEventUs(world)
  return {
    delta: {
      nowS: world.nowUs * S_PER_US,
      revision: world.revision,
      begins: world.start,
      hides: world.hands !== null,
      statics: isNewPlan ? world.plan.devices.map((device) => staticOf(world, device)) : null,
      rows: now.map((one) => rowOf(world, one)),
      cables: cables.filter(({ id, pulled }) => seen.cables.get(id) !== pulled),
      cablesGone: [...seen.cables.keys()].filter((id) => !cables.some((one) => one.id === id)),
      laptop: JSON.stringify(laptop) === seen.laptop ? null : laptop,
      clusters: JSON.stringify(clusters) === seen.clusters ? null : clusters,
      events: veiledEvents(
        world,
        world.events.slice(Math.max(seen.events, world.events.length - EVENTS_SHOWN)),
      ),
      nextEventS: next === null ? null : next * S_PER_US,
    },
    seen: {
      gear,
      plan: world.plan,
      cables: new Map(cables.map(({ id, pulled }) => [id, pulled])),
      laptop: JSON.stringify(laptop),
      clusters: JSON.stringify(clusters),
      events: world.events.length,
    },
  }
}

/** Whether a delta has anything to tell that a running clock does not. */
export const tells = ({ statics, rows, cables, cablesGone, laptop, clusters, events }: BoardDelta): boolean =>
  statics !== null ||
  clusters !== null ||
  laptop !== null ||
  [rows, cables, cablesGone, events].some((list) => list.length > 0)

function staticOf(world: World, device: World['plan']['devices'][number]): BoardStatic {
  return {
    id: device.id,
    name: device.name,
    kind: device.kind,
    place: device.place,
    typeName: world.plan.deviceTypes.find(({ id }) => id === device.typeId)?.name ?? '',
    hasSwitch: device.powerSource !== 'poe',
    controllerId: device.adoption?.controllerId ?? null,
    setUpBy: setUpBy(device),
  }
}

export function rowOf(world: World, gear: Gear): BoardRow {
  const waits = gear.waitsFor !== null && gear.dueUs === null
  const span: Span | null = waits ? null : spanOf(world, gear)
  return {
    id: gear.id,
    phase: gear.phase,
    sinceS: Math.round(gear.sinceUs * S_PER_US * 10) / 10,
    span: span && [span.lowS, span.highS],
    why: veiledWhy(world, gear),
    ip: isUp(gear.phase) ? gear.ip : null,
    listedAt: gear.listedAt,
    switchedOn: gear.switchedOn,
    isFactory: gear.isFactory,
    byRadio: gear.byRadio,
    differs:
      !isVeiled(world) && isRunning(gear.phase) && (!isAsPlanned(world, gear) || gear.running !== gear.saved),
  }
}

const cablesNow = (world: World): CableView[] =>
  linksNow(world)
    .filter(({ a }) => world.gear.has(a.deviceId))
    .map((link) => ({
      id: link.id,
      ends: [link.a, link.b],
      pulled: world.pulled.has(link.id),
      isPatch: world.patches.includes(link),
    }))

export function laptopView(world: World): LaptopView {
  const { at } = world.laptop
  const now = laptopHost(world)
  const lease = 'host' in now ? now.host.lease : null
  return {
    ...world.laptop,
    where: at ? portName(world.plan, at) : 'plugged in nowhere',
    address: lease ? `${lease.ip}/${lease.prefixLength}` : null,
    network: lease?.network?.name ?? null,
    why: 'why' in now ? now.why : null,
  }
}
