import { CAPWAP_OF, PLAIN_WORD, isDelicate, isOnAir, isUp, ledsOf } from '~/core/world/adoption'
import type { Phase } from '~/core/world/adoption'
import { yard } from '~/tests/kit/yard'
import { newBench } from './bench'
import { moveOnPath } from './pathMoves'
import type { Path } from './pathMoves'
import { nextDue, appoint } from './queue'

const PHASES = Object.keys(PLAIN_WORD) as Phase[]
const fine: Path = {
  address: { ok: true, ip: '10.0.0.9' },
  controller: { ok: true },
  wouldBeRefused: () => false,
}
const noAddress: Path = { ...fine, address: { ok: false, why: 'nobody serves' } }
const noController: Path = { ...fine, controller: { ok: false, why: 'not heard' } }

test.each<[Phase, Path, Phase, string | null | undefined]>([
  ['addressing', fine, 'addressing', null],
  ['addressing', noAddress, 'addressing', 'nobody serves'],
  ['discovering', noController, 'discovering', 'not heard'],
  ['discovering', noAddress, 'addressing', 'nobody serves'],
  ['waiting', noController, 'discovering', 'not heard'],
  ['securing', noController, 'addressing', 'not heard'],
  ['joining', noAddress, 'addressing', 'nobody serves'],
  ['running', noController, 'silent', 'not heard'],
  ['silent', fine, 'running', undefined],
  ['silent', noController, 'silent', undefined],
  ['adrift', fine, 'addressing', undefined],
  ['adrift', noAddress, 'adrift', undefined],
  ['refused', fine, 'addressing', undefined],
  ['refused', { ...fine, wouldBeRefused: () => true }, 'refused', undefined],
])('%s', (phase, path, next, why) => {
  const move = moveOnPath(phase, path)
  expect([move.phase, move.why]).toEqual([next, why])
})

test('only a delicate phase is left half done by a cut, and every delicate one is', () => {
  for (const phase of PHASES) {
    const cut = moveOnPath(phase, noController)
    expect([phase, cut.phase === 'halfDone' && phase !== 'halfDone']).toEqual([phase, isDelicate(phase)])
    if (isDelicate(phase)) expect(cut.interrupted).toBe(true)
  }
})

test('with a whole path nothing that runs is disturbed', () => {
  for (const phase of [
    'securing',
    'joining',
    'imaging',
    'configuring',
    'checking',
    'running',
    'booting',
    'dark',
  ] as const)
    expect(moveOnPath(phase, fine).phase).toBe(phase)
})

test('every phase has a word, LEDs and a place in the machine that fit each other', () => {
  for (const phase of PHASES) {
    expect(PLAIN_WORD[phase]).not.toBe('')
    expect(ledsOf(phase).power === 'dark').toBe(phase === 'dark')
    if (isOnAir(phase)) expect(CAPWAP_OF[phase]).toBe('run')
    if (!isUp(phase)) expect(CAPWAP_OF[phase]).toBeNull()
  }
  expect(ledsOf('running')).toEqual({ power: 'steady', status: 'steady' })
})

test('appointments are kept by time, then in the order they were made; void ones are dropped', () => {
  const bench = newBench(yard(), 1)
  appoint(bench, 'switch', 0, 500)
  appoint(bench, 'gateway', 0, 200)
  appoint(bench, 'modem', 0, 200)
  appoint(bench, 'controller', 7, 100)
  expect(nextDue(bench, 1000)?.deviceId).toBe('gateway')
  expect(nextDue(bench, 1000)?.deviceId).toBe('modem')
  expect(nextDue(bench, 400)).toBeNull()
  expect(nextDue(bench, 500)?.deviceId).toBe('switch')
  expect(nextDue(bench, 1000)).toBeNull()
})

test('nothing is planned in the past', () => {
  const bench = newBench(yard(), 1)
  bench.nowUs = 10
  expect(() => appoint(bench, 'switch', 0, 9)).toThrow('cannot be planned')
})
