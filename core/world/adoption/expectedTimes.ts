import type { DeviceKind } from '../../plan'
import type { Phase } from './phases'

/** A usual span, seconds, and where the figure comes from. */
export interface Span {
  lowS: number
  highS: number
  source: string
}

const PRACTICE = 'common practice, no source'
const span = (lowS: number, highS: number, source = PRACTICE): Span => ({ lowS, highS, source })

const BOOT: Record<DeviceKind, Span> = {
  modem: span(90, 150),
  gateway: span(60, 120),
  router: span(60, 120),
  switch: span(60, 120),
  unmanagedSwitch: span(1, 3, 'assumed: nothing to boot'),
  accessPoint: span(60, 120),
  controller: span(
    120,
    240,
    'assumed: an appliance that was set up before; its first setup takes about 20 min',
  ),
  radius: span(60, 180, 'assumed: a small server'),
  station: span(20, 60, 'assumed'),
  injector: span(1, 3, 'assumed: nothing to boot'),
  powerline: span(10, 30, 'assumed'),
}

const PHASES: Partial<Record<Phase, Span>> = {
  addressing: span(2, 8, 'assumed: one exchange of four messages, RFC 2131 figure 3, with retries'),
  discovering: span(30, 60),
  securing: span(3, 8, 'assumed: part of the two minutes of adopting by wire'),
  joining: span(5, 12, 'assumed: part of the two minutes of adopting by wire'),
  imaging: span(60, 180, 'common practice, no source: an upgrade adds minutes'),
  configuring: span(75, 110),
  checking: span(2, 6, 'assumed: part of the two minutes of adopting by wire'),
  silent: span(60, 120),
}

/** How long a device of that kind usually stays in a phase, or null where it stays until something changes. */
export const expectedSpan = (kind: DeviceKind, phase: Phase): Span | null =>
  phase === 'booting' ? BOOT[kind] : (PHASES[phase] ?? null)
