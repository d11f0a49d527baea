import type { CapwapState } from './capwap'

/** What a device is doing, finer than the words on screen. Gear that joins nobody goes dark, booting, running. */
export type Phase =
  | 'dark'
  | 'booting'
  | 'factory'
  | 'settingUp'
  | 'addressing'
  | 'discovering'
  | 'waiting'
  | 'securing'
  | 'joining'
  | 'imaging'
  | 'configuring'
  | 'checking'
  | 'running'
  | 'byRadio'
  | 'silent'
  | 'adrift'
  | 'refused'
  | 'halfDone'

/** The plain words shown on screen. */
export const PLAIN_WORD: Record<Phase, string> = {
  dark: 'dark',
  booting: 'booting',
  factory: 'factory settings',
  settingUp: 'first set-up',
  addressing: 'seeking an address',
  discovering: 'seeking',
  waiting: 'waiting for adoption',
  securing: 'joining',
  joining: 'joining',
  imaging: 'loading image',
  configuring: 'configuring',
  checking: 'configuring',
  running: 'running',
  byRadio: 'running by radio',
  silent: 'silent',
  adrift: 'adrift',
  refused: 'refused',
  halfDone: 'half configured',
}

/** Where each phase stands in the machine of RFC 5415 section 2.3; null while there is no machine yet. */
export const CAPWAP_OF: Record<Phase, CapwapState | null> = {
  dark: null,
  booting: null,
  factory: null,
  settingUp: null,
  addressing: 'idle',
  discovering: 'discovery',
  waiting: 'discovery',
  securing: 'dtlsSetup',
  joining: 'join',
  imaging: 'imageData',
  configuring: 'configure',
  checking: 'dataCheck',
  running: 'run',
  byRadio: 'run',
  silent: 'run',
  adrift: 'idle',
  refused: 'sulking',
  halfDone: 'sulking',
}

/** Cutting power or cable in these leaves the device half configured. */
export const isDelicate = (phase: Phase): boolean =>
  phase === 'imaging' || phase === 'configuring' || phase === 'checking' || phase === 'settingUp'

/** It does what it is there for. */
export const isRunning = (phase: Phase): boolean => phase === 'running' || phase === 'byRadio'

/** Phases in which a device has finished booting and passes frames. */
export const isUp = (phase: Phase): boolean => phase !== 'dark' && phase !== 'booting'
