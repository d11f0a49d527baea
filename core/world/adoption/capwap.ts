/** States of the access point's side of the protocol. Source: RFC 5415 section 2.3, figure 3. */
export const CAPWAP_STATES = [
  'idle',
  'discovery',
  'sulking',
  'dtlsSetup',
  'authorize',
  'dtlsConnect',
  'dtlsTeardown',
  'join',
  'imageData',
  'configure',
  'dataCheck',
  'run',
  'reset',
  'dead',
] as const
export type CapwapState = (typeof CAPWAP_STATES)[number]

/** From each state, where the machine may go. Source: RFC 5415 section 2.3.1 (from memory). */
export const CAPWAP_TRANSITIONS: Record<CapwapState, readonly CapwapState[]> = {
  idle: ['discovery', 'dtlsSetup'],
  discovery: ['discovery', 'idle', 'sulking', 'dtlsSetup'],
  sulking: ['idle', 'sulking'],
  dtlsSetup: ['idle', 'sulking', 'dtlsSetup', 'authorize'],
  authorize: ['dtlsSetup', 'dtlsConnect', 'dtlsTeardown'],
  dtlsConnect: ['dtlsTeardown', 'join'],
  join: ['join', 'dtlsTeardown', 'imageData', 'configure'],
  imageData: ['imageData', 'reset', 'dtlsTeardown'],
  configure: ['reset', 'dataCheck', 'dtlsTeardown'],
  dataCheck: ['run', 'dtlsTeardown'],
  run: ['run', 'reset', 'dtlsTeardown'],
  reset: ['dtlsTeardown'],
  dtlsTeardown: ['idle', 'sulking', 'dead'],
  dead: [],
}

export const mayGo = (from: CapwapState, to: CapwapState): boolean => CAPWAP_TRANSITIONS[from].includes(to)

/** The step made, or a thrown RangeError: a simulator that leaves the published machine has a fault. */
export function go(from: CapwapState, to: CapwapState): CapwapState {
  if (!mayGo(from, to)) throw new RangeError(`RFC 5415 has no way from ${from} to ${to}`)
  return to
}

/** The states of the machine passed on a way, checked one by one. */
export const goThrough = (from: CapwapState, ...way: CapwapState[]): CapwapState => way.reduce(go, from)
