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
  adrift: span(45, 90, 'common practice, no source: a minute or so after its cable is pulled'),
  settingUp: span(900, 1500, 'common practice, no source: about 20 minutes, and leave it alone'),
}

/** By radio it is slower: seen after about 5 minutes, adopted in 3, set up in 7. */
const BY_RADIO: Partial<Record<Phase, Span>> = {
  discovering: span(240, 360),
  securing: span(20, 40, 'assumed: part of the three minutes of adopting by radio'),
  joining: span(120, 170, 'assumed: part of the three minutes of adopting by radio'),
  configuring: span(360, 480),
  checking: span(10, 20, 'assumed: part of the seven minutes of setting up by radio'),
}

/** What it holds already is only compared. */
const KNOWN: Partial<Record<Phase, Span>> = {
  configuring: span(5, 15, 'assumed: it holds its settings, and they are only compared'),
}

/** How long a device of that kind usually stays in a phase, or null where it stays until something changes. */
export const expectedSpan = (
  kind: DeviceKind,
  phase: Phase,
  { byRadio = false, isKnown = false }: { byRadio?: boolean; isKnown?: boolean } = {},
): Span | null =>
  phase === 'booting'
    ? BOOT[kind]
    : ((isKnown ? KNOWN[phase] : undefined) ??
      (byRadio ? BY_RADIO[phase] : undefined) ??
      PHASES[phase] ??
      null)
