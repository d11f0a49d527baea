import type { Phase } from './phases'

export type Led = 'dark' | 'steady' | 'slow' | 'quick'

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
  addressing: 'slow',
  discovering: 'slow',
  waiting: 'slow',
  securing: 'quick',
  joining: 'quick',
  imaging: 'quick',
  configuring: 'quick',
  checking: 'quick',
  running: 'steady',
  silent: 'slow',
  adrift: 'slow',
  refused: 'slow',
  halfDone: 'slow',
}

/** Whether a device in that phase has its SSIDs on the air. One that lost its controller keeps them for a while. */
export const isOnAir = (phase: Phase): boolean => phase === 'running' || phase === 'silent'
