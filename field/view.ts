import { PLAIN_WORD, expectedSpan, isOnAir, isUp, ledsOf } from '~/core/world/adoption'
import type { CapwapState, Led, Phase, Span } from '~/core/world/adoption'
import type { AddressTest } from '~/core/judge/proof'
import { portName } from '~/core/plan'
import type { Band, DeviceKind, Id } from '~/core/plan'
import { nextEventUs } from './bench'
import { groundOf, runClientTests } from './clients'
import type { Bench, BenchDevice, BenchEvent } from './types'

export interface TimedPhase {
  word: string
  tookS: number
  expected: Span | null
}

export interface DeviceView {
  id: Id
  name: string
  kind: DeviceKind
  phase: Phase
  word: string
  capwap: CapwapState | null
  elapsedS: number
  expected: Span | null
  waitsFor: string | null
  ip: string | null
  firmware: string | null
  leds: { power: Led; status: Led; radios: { band: Band; on: boolean }[] }
  past: TimedPhase[]
  switchedOn: boolean
  hasSwitch: boolean
  canAdopt: boolean
  canReset: boolean
}

export interface CableView {
  id: Id
  a: string
  b: string
  pulled: boolean
}

/** All that the staging board shows, as plain data. Keys never leave the bench. */
export interface BenchView {
  nowS: number
  revision: number
  nextEventS: number | null
  devices: DeviceView[]
  cables: CableView[]
  clients: AddressTest[]
  events: BenchEvent[]
}

const S_PER_US = 1e-6
const EVENTS_SHOWN = 40

export function benchView(bench: Bench): BenchView {
  const next = nextEventUs(bench)
  return {
    nowS: bench.nowUs * S_PER_US,
    revision: bench.revision,
    nextEventS: next === null ? null : next * S_PER_US,
    devices: bench.site.devices.flatMap((plan) => {
      const device = bench.devices.get(plan.id)
      return device ? [deviceView(bench, plan, device)] : []
    }),
    cables: bench.site.links.map((link) => ({
      id: link.id,
      a: portName(bench.site, link.a),
      b: portName(bench.site, link.b),
      pulled: bench.pulled.has(link.id),
    })),
    clients: runClientTests(groundOf(bench)).addresses.filter(({ attachmentId }) =>
      attachmentId.startsWith('ssid:'),
    ),
    events: bench.events.slice(-EVENTS_SHOWN).reverse(),
  }
}

function deviceView(bench: Bench, plan: Bench['site']['devices'][number], device: BenchDevice): DeviceView {
  const { phase } = device
  return {
    id: plan.id,
    name: plan.name,
    kind: plan.kind,
    phase,
    word: PLAIN_WORD[phase],
    capwap: device.capwap,
    elapsedS: (bench.nowUs - device.sinceUs) * S_PER_US,
    expected: expectedSpan(plan.kind, phase),
    waitsFor: device.waitsFor,
    ip: device.ip ?? (isUp(phase) ? plan.management.ip : null),
    firmware: device.firmware,
    leds: {
      ...ledsOf(phase),
      radios: plan.radios.map(({ band, enabled }) => ({ band, on: enabled && isOnAir(phase) })),
    },
    past: device.history
      .filter(({ fromUs, untilUs }) => untilUs > fromUs)
      .map((record) => ({
        word: PLAIN_WORD[record.phase],
        tookS: (record.untilUs - record.fromUs) * S_PER_US,
        expected: expectedSpan(plan.kind, record.phase),
      })),
    switchedOn: device.switchedOn,
    hasSwitch: plan.powerSource !== 'poe',
    canAdopt: phase === 'waiting',
    canReset: plan.adoption !== null && isUp(phase),
  }
}
