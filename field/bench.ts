import { CAPWAP_OF, PLAIN_WORD, expectedSpan, isDelicate, isUp } from '~/core/world/adoption'
import type { BenchAction, Phase, TimedAction } from '~/core/world/adoption'
import { seededRandom } from '~/core/lib/random'
import type { Twin } from '~/core/network/layer3'
import { deviceOf } from '~/core/plan'
import type { Device, Id, Site } from '~/core/plan'
import { checkMachine } from './machine'
import { moveOnPath } from './pathMoves'
import { imageOf, outcomeOfJoin, startAfterBoot } from './joining'
import { darkOnBench } from './power'
import { appoint, nextDue } from './queue'
import type { Bench, BenchDevice } from './types'
import { addressFor, fieldTwin, findsController } from './world'

const US_PER_S = 1_000_000

/** A bench with everything on it as the plan says, cabled and dark. */
export function newBench(site: Site, revision: number): Bench {
  const bench: Bench = {
    site,
    revision,
    nowUs: 0,
    devices: new Map(),
    pulled: new Set(),
    queue: [],
    serial: 0,
    events: [],
  }
  for (const device of site.devices) bench.devices.set(device.id, newDevice(device))
  settle(bench, () => 0.5)
  return bench
}

const newDevice = ({ id, firmware }: Device): BenchDevice => ({
  id,
  switchedOn: false,
  phase: 'dark',
  capwap: null,
  sinceUs: 0,
  dueUs: null,
  waitsFor: null,
  ip: null,
  firmware,
  accepted: false,
  interrupted: false,
  history: [],
  epoch: 0,
})

/** The whole run from its start: the same site, seed and actions always give the same bench. */
export function runBench(
  site: Site,
  revision: number,
  seed: number,
  actions: TimedAction[],
  untilUs: number,
): Bench {
  const random = seededRandom(seed)
  const bench = newBench(site, revision)
  for (const { atUs, action } of actions) {
    if (atUs > untilUs) break
    advance(bench, atUs, random)
    act(bench, action)
    settle(bench, random)
  }
  advance(bench, untilUs, random)
  return bench
}

/** When something will happen by itself next, or null. */
export const nextEventUs = (bench: Bench): number | null =>
  bench.queue.find(({ deviceId, epoch }) => bench.devices.get(deviceId)?.epoch === epoch)?.atUs ?? null

function advance(bench: Bench, untilUs: number, random: () => number): void {
  for (let due = nextDue(bench, untilUs); due; due = nextDue(bench, untilUs)) {
    bench.nowUs = due.atUs
    const device = bench.devices.get(due.deviceId)
    if (device) finishPhase(bench, device)
    settle(bench, random)
  }
  bench.nowUs = Math.max(bench.nowUs, untilUs)
}

function act(bench: Bench, action: BenchAction): void {
  switch (action.kind) {
    case 'powerOn':
    case 'cutPower':
      return switchPower(bench, action.deviceId, action.kind === 'powerOn')
    case 'pullCable':
      bench.pulled.add(action.linkId)
      return say(bench, null, `${cableName(bench.site, action.linkId)} pulled.`)
    case 'plugCable':
      bench.pulled.delete(action.linkId)
      return say(bench, null, `${cableName(bench.site, action.linkId)} plugged in.`)
    case 'adopt':
      return adopt(bench, action.deviceId)
    case 'reset':
      return reset(bench, action.deviceId)
    case 'replan':
      return replan(bench, action.site, action.revision)
  }
}

function switchPower(bench: Bench, deviceId: Id, on: boolean): void {
  const device = bench.devices.get(deviceId)
  if (!device) return
  device.switchedOn = on
  say(bench, deviceId, on ? 'Switched on.' : 'Power cut.')
}

function adopt(bench: Bench, deviceId: Id): void {
  const device = bench.devices.get(deviceId)
  if (!device || device.phase !== 'waiting') return
  device.accepted = true
  say(bench, deviceId, 'You adopted it.')
  enter(bench, device, 'securing')
}

function reset(bench: Bench, deviceId: Id): void {
  const device = bench.devices.get(deviceId)
  if (!device || !isUp(device.phase)) return
  Object.assign(device, { accepted: false, interrupted: false, ip: null })
  say(bench, deviceId, 'Reset to factory settings.')
  enter(bench, device, 'booting')
}

/** A later plan on the same bench: new gear comes dark, gear no longer planned is taken off. */
function replan(bench: Bench, site: Site, revision: number): void {
  for (const device of site.devices)
    if (!bench.devices.has(device.id)) bench.devices.set(device.id, newDevice(device))
  for (const id of [...bench.devices.keys()]) if (!deviceOf(site, id)) bench.devices.delete(id)
  bench.site = site
  bench.revision = revision
  say(bench, null, `The bench now follows revision ${revision} of the plan.`)
}

/** A phase that has run its time gives way to the next one. */
function finishPhase(bench: Bench, device: BenchDevice): void {
  const plan = deviceOf(bench.site, device.id)
  if (!plan) return
  switch (device.phase) {
    case 'booting':
      return enter(bench, device, ...startAfterBoot(plan, device))
    case 'addressing':
      return enter(bench, device, 'discovering')
    case 'discovering':
      return enter(bench, device, device.accepted ? 'securing' : 'waiting')
    case 'securing':
      return enter(bench, device, 'joining')
    case 'joining': {
      const outcome = outcomeOfJoin(bench, plan, device)
      return enter(bench, device, outcome.phase, outcome.why)
    }
    case 'imaging':
      device.firmware = imageOf(bench, plan) ?? device.firmware
      return enter(bench, device, 'booting')
    case 'configuring':
      return enter(bench, device, 'checking')
    case 'checking':
      return enter(bench, device, 'running')
    case 'silent':
      return enter(bench, device, 'adrift', 'It has power and no path to the controller.')
  }
}

/** Brings every device in line with the world as it is now, until nothing changes any more. */
function settle(bench: Bench, random: () => number): void {
  for (let round = 0, changed = true; changed && round < 20; round++) {
    changed = powerRound(bench)
    const twin = fieldTwin(bench)
    for (const plan of bench.site.devices) {
      const device = bench.devices.get(plan.id)
      if (device && plan.adoption && isUp(device.phase))
        changed = pathRound(bench, plan, device, twin) || changed
    }
  }
  for (const device of bench.devices.values()) arrange(bench, device, random)
}

function powerRound(bench: Bench): boolean {
  const dark = darkOnBench(bench)
  let changed = false
  for (const plan of bench.site.devices) {
    const device = bench.devices.get(plan.id)
    if (!device) continue
    const why = dark.get(plan.id) ?? null
    if (why === null && device.phase === 'dark') {
      enter(bench, device, 'booting')
      changed = true
    } else if (why !== null) {
      if (device.phase !== 'dark') {
        if (isDelicate(device.phase)) device.interrupted = true
        device.ip = null
        enter(bench, device, 'dark')
        changed = true
      }
      device.waitsFor = why
    }
  }
  return changed
}

/** What having or losing the way to the controller does to an access point. True when its phase changed. */
function pathRound(bench: Bench, plan: Device, device: BenchDevice, twin: Twin): boolean {
  const before = device.phase
  const move = moveOnPath(device.phase, {
    address: addressFor(bench, twin, plan),
    controller: findsController(bench, twin, plan),
    wouldBeRefused: () => outcomeOfJoin(bench, plan, device).phase === 'refused',
  })
  if (move.ip !== undefined) device.ip = move.ip
  if (move.interrupted) device.interrupted = true
  if (move.phase === before) device.waitsFor = move.why === undefined ? device.waitsFor : move.why
  else enter(bench, device, move.phase, move.why ?? null)
  return device.phase !== before
}

/** Gives a phase that ends by itself its end, drawn once from its usual span; one that waits has none. */
function arrange(bench: Bench, device: BenchDevice, random: () => number): void {
  const plan = deviceOf(bench.site, device.id)
  const span = plan && expectedSpan(plan.kind, device.phase)
  const held = device.phase !== 'silent' && device.phase !== 'booting' && device.waitsFor !== null
  if (!span || held) {
    if (device.dueUs !== null) device.epoch++
    device.dueUs = null
  } else if (device.dueUs === null) {
    device.dueUs = bench.nowUs + Math.round((span.lowS + random() * (span.highS - span.lowS)) * US_PER_S)
    appoint(bench, device.id, device.epoch, device.dueUs)
  }
}

function enter(bench: Bench, device: BenchDevice, phase: Phase, why: string | null = null): void {
  const plan = deviceOf(bench.site, device.id)
  const before = PLAIN_WORD[device.phase]
  device.history.push({ phase: device.phase, fromUs: device.sinceUs, untilUs: bench.nowUs })
  if (plan?.adoption) device.capwap = checkMachine(device.capwap, CAPWAP_OF[phase])
  Object.assign(device, { phase, sinceUs: bench.nowUs, dueUs: null, waitsFor: why, epoch: device.epoch + 1 })
  if (before !== PLAIN_WORD[phase] || why)
    say(bench, device.id, `${PLAIN_WORD[phase]}${why ? `: ${why}` : '.'}`)
}

const say = (bench: Bench, deviceId: Id | null, text: string): void => {
  bench.events.push({ atUs: bench.nowUs, deviceId, text })
}

function cableName(site: Site, linkId: Id): string {
  const link = site.links.find(({ id }) => id === linkId)
  const name = (deviceId: Id) => deviceOf(site, deviceId)?.name ?? deviceId
  return link ? `Cable ${name(link.a.deviceId)} to ${name(link.b.deviceId)}` : 'Cable'
}
