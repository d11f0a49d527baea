import type { LedPattern } from '../../plan'
import { isRunning, PLAIN_WORD } from './phases'
import type { Phase } from './phases'

export type Led = LedPattern

/**
 * What a device shows: power steady at once; status steady when managed, quick while it is being set up, slow while it
 * looks for its controller. Common practice, no source.
 */
export function ledsOf(phase: Phase): { power: Led; status: Led } {
  if (phase === 'dark') return { power: 'dark', status: 'dark' }
  return { power: 'steady', status: STATUS[phase] }
}

const STATUS: Record<Exclude<Phase, 'dark'>, Led> = {
  booting: 'dark',
  factory: 'slow',
  settingUp: 'quick',
  addressing: 'slow',
  discovering: 'slow',
  waiting: 'slow',
  securing: 'quick',
  joining: 'quick',
  imaging: 'quick',
  configuring: 'quick',
  checking: 'quick',
  running: 'steady',
  byRadio: 'steady',
  silent: 'slow',
  adrift: 'slow',
  refused: 'slow',
  halfDone: 'slow',
}

/** Whether a device in that phase has its SSIDs on the air. One that lost its controller keeps them for a while. */
export const isOnAir = (phase: Phase): boolean => isRunning(phase) || phase === 'silent'

const PHASES = Object.keys(PLAIN_WORD) as Phase[]

/** The phases in which a device shows that: the reading the other way. */
export const phasesShowing = (power: Led, status: Led): Phase[] =>
  PHASES.filter((phase) => {
    const leds = ledsOf(phase)
    return leds.power === power && leds.status === status
  })

/** What to look at next. Common practice, no source. */
const TODO: Record<Phase, string> = {
  dark: 'no power: look at the port’s PoE, the injector, the supply, the cable.',
  booting: 'wait one or two minutes. Restarts again and again: it draws more than its port gives.',
  factory: 'open its page at the address of its label, and set it up.',
  settingUp: 'leave it alone for about twenty minutes.',
  addressing: 'look whether an address server answers in the network of its port.',
  discovering:
    'look for a way to the controller: same segment, option 138 or 43, a name, or its address typed in.',
  waiting: 'adopt it at the controller.',
  securing: 'wait; if it stays, look at the controller’s clock and its announced address.',
  joining: 'wait a few seconds.',
  imaging: 'wait and leave its power and cable alone.',
  configuring: 'wait and leave its power and cable alone: about two minutes by cable, seven by radio.',
  checking: 'wait a few seconds.',
  running: 'nothing: it is managed.',
  byRadio: 'nothing: it is managed, by radio.',
  silent: 'look at the way to the controller: a cable, a switch, the controller itself.',
  adrift: 'normal for a minute after its cable is pulled; longer means no way to the controller.',
  refused: 'read the reason in the controller’s list: licence, firmware, allow list, size.',
  halfDone: 'reset it and adopt it again.',
}
export const todoIn = (phase: Phase): string => TODO[phase]
