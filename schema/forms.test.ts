import { readBenchRequest } from './bench'
import { readLogLine } from './log'
import { readLink } from './throughputForm'

const says = (outcome: { ok: boolean; problems?: { message: string }[] }) =>
  outcome.problems?.map(({ message }) => message).join(' ') ?? 'taken'

test('a link under test: rates above nothing, and a medium that exists', () => {
  expect(readLink({ medium: 'radio', linkMbps: '866.7', baselineMbps: '' })).toEqual({
    ok: true,
    value: { medium: 'radio', linkMbps: 866.7, baselineMbps: null },
  })
  expect(readLink({ medium: 'wired', linkMbps: '1000', baselineMbps: '94' })).toMatchObject({
    ok: true,
    value: { baselineMbps: 94 },
  })
})

test.each([
  [{ medium: 'string', linkMbps: '1', baselineMbps: '' }, 'medium is “string”. Accepted: wired, radio.'],
  [{ medium: 'wired', linkMbps: '', baselineMbps: '' }, 'linkMbps is “”. A rate in Mbit/s above 0'],
  [{ medium: 'wired', linkMbps: '0', baselineMbps: '' }, 'linkMbps is “0”'],
  [{ medium: 'wired', linkMbps: '-5', baselineMbps: '' }, 'linkMbps is “-5”'],
  [{ medium: 'wired', linkMbps: '1e9', baselineMbps: '' }, 'up to 400000'],
  [{ medium: 'wired', linkMbps: '1000', baselineMbps: 'fast' }, 'baselineMbps is “fast”'],
])('refused: %j', (fields, words) => expect(says(readLink(fields))).toContain(words))

test('both faults are told at once', () => {
  const outcome = readLink({ medium: '', linkMbps: 'x', baselineMbps: 'y' })
  expect(!outcome.ok && outcome.problems.map(({ path }) => path[0])).toEqual([
    'medium',
    'linkMbps',
    'baselineMbps',
  ])
})

test('a log line has a stage, a text, and at most one device', () => {
  expect(readLogLine({ stage: 'ports', text: 'x' })).toEqual({
    ok: true,
    value: { stage: 'ports', deviceId: null, text: 'x', who: '', request: null },
  })
  expect(says(readLogLine({ stage: 'galley', text: 'x' }))).toContain('Accepted: brief, networks')
  expect(says(readLogLine({ stage: 'ports', text: '' }))).toContain('must not be empty')
  expect(says(readLogLine({ stage: 'ports', text: 'x'.repeat(501) }))).toContain('At most 500')
})

test.each([
  [{ kind: 'setUp' }, true],
  [{ kind: 'speed', speed: 60 }, true],
  [{ kind: 'speed', speed: 61 }, false],
  [{ kind: 'speed' }, false],
  [{ kind: 'do', action: { kind: 'adopt', deviceId: 'ap-shop' } }, true],
  [{ kind: 'do', action: { kind: 'adopt' } }, false],
  [{ kind: 'do', action: { kind: 'adopt', deviceId: 'a b' } }, false],
  [{ kind: 'do', action: { kind: 'pullCable', linkId: 'l' } }, true],
  [{ kind: 'do', action: { kind: 'pullCable', deviceId: 'l' } }, false],
  [{ kind: 'step', speed: 1 }, false],
  [{ kind: 'setUp', begins: 'carton' }, true],
  [{ kind: 'many', actions: [{ kind: 'powerOn', deviceId: 'x' }, { kind: 'sink' }] }, false],
  [{ kind: 'do' }, false],
  [{}, false],
])('bench request %j: taken %s', (body, taken) => expect(readBenchRequest(body).ok).toBe(taken))
