import { CAPWAP_STATES, CAPWAP_TRANSITIONS, go, mayGo } from '~/core/world/adoption'
import type { CapwapState } from '~/core/world/adoption'
import { checkMachine } from '~/core/world'

/** The transitions of the access point's machine. Source: RFC 5415 section 2.3.1, read heading by heading (from memory). */
const RFC_5415: [CapwapState, CapwapState][] = [
  ['idle', 'discovery'],
  ['idle', 'dtlsSetup'],
  ['discovery', 'discovery'],
  ['discovery', 'idle'],
  ['discovery', 'sulking'],
  ['discovery', 'dtlsSetup'],
  ['sulking', 'idle'],
  ['sulking', 'sulking'],
  ['dtlsSetup', 'idle'],
  ['dtlsSetup', 'sulking'],
  ['dtlsSetup', 'dtlsSetup'],
  ['dtlsSetup', 'authorize'],
  ['authorize', 'dtlsSetup'],
  ['authorize', 'dtlsConnect'],
  ['authorize', 'dtlsTeardown'],
  ['dtlsConnect', 'dtlsTeardown'],
  ['dtlsConnect', 'join'],
  ['join', 'join'],
  ['join', 'dtlsTeardown'],
  ['join', 'imageData'],
  ['join', 'configure'],
  ['configure', 'reset'],
  ['configure', 'dtlsTeardown'],
  ['configure', 'dataCheck'],
  ['imageData', 'imageData'],
  ['imageData', 'reset'],
  ['imageData', 'dtlsTeardown'],
  ['dataCheck', 'dtlsTeardown'],
  ['dataCheck', 'run'],
  ['run', 'run'],
  ['run', 'dtlsTeardown'],
  ['run', 'reset'],
  ['reset', 'dtlsTeardown'],
  ['dtlsTeardown', 'idle'],
  ['dtlsTeardown', 'sulking'],
  ['dtlsTeardown', 'dead'],
]

test('every pair of states: a way exactly where the RFC has one', () => {
  const wanted = new Set(RFC_5415.map((pair) => pair.join(' ')))
  for (const from of CAPWAP_STATES)
    for (const to of CAPWAP_STATES)
      expect([from, to, mayGo(from, to)]).toEqual([from, to, wanted.has(`${from} ${to}`)])
})

test('a run is never reached but through a data check', () => {
  const into = CAPWAP_STATES.filter((from) => from !== 'run' && CAPWAP_TRANSITIONS[from].includes('run'))
  expect(into).toEqual(['dataCheck'])
  expect(() => go('configure', 'run')).toThrow('RFC 5415 has no way from configure to run')
})

test('the stand-in tears the session down before it starts again', () => {
  expect(checkMachine('run', 'idle')).toBe('idle')
  expect(checkMachine('discovery', 'dtlsSetup')).toBe('dtlsSetup')
  expect(checkMachine('dtlsSetup', 'join')).toBe('join')
  expect(() => checkMachine('discovery', 'run')).toThrow(RangeError)
})
