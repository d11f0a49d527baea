import { judge } from './judge'
import type { Direction, ThroughputRun } from './types'

const run = (direction: Direction, receivedMbps: number): ThroughputRun => ({
  tool: 'test',
  startedAt: null,
  streams: 1,
  results: [
    {
      direction,
      sentMbps: receivedMbps,
      receivedMbps,
      sentBytes: 1,
      receivedBytes: 1,
      retransmits: 0,
      durationS: 1,
      intervals: [],
    },
  ],
})
const wired = { medium: 'wired', linkMbps: 1000, baselineMbps: null } as const

test('both directions in range pass', () => {
  expect(judge([run('up', 930), run('down', 941)], wired)).toMatchObject({ outcome: 'pass', missing: [] })
})

test('one direction alone does not pass, and the missing one is named', () => {
  expect(judge([run('up', 930)], wired)).toMatchObject({
    outcome: 'incomplete',
    missing: ['down'],
  })
})

test('a wire that fell back to 100 Mbit/s is low, with advice', () => {
  const { judgements, outcome } = judge([run('up', 94), run('down', 94)], wired)
  expect(outcome).toBe('fail')
  expect(judgements[0]).toMatchObject({ verdict: 'low' })
  expect(judgements[0]?.says).toContain('847 to 989 Mbit/s')
  expect(judgements[0]?.says).toContain('cable')
})

test('more than the link can carry is a question: no pass, and no failure', () => {
  const { judgements, outcome } = judge([run('up', 941), run('down', 941)], {
    medium: 'radio',
    linkMbps: 600,
    baselineMbps: null,
  })
  expect(judgements.map(({ verdict }) => verdict)).toEqual(['above', 'above'])
  expect(outcome).toBe('question')
})

test('a wired baseline lowers what is asked of the air', () => {
  const link = { medium: 'radio', linkMbps: 1200, baselineMbps: 94 } as const
  const judged = judge([run('up', 90), run('down', 90)], link)
  expect(judged.outcome).toBe('pass')
  expect(judged.judgements[0]?.ofBaseline).toBeCloseTo(90 / 94, 6)
})

/**
 * One measured mesh hop: 24 Mbit/s out of a 100 Mbit/s feed. Common practice, no source. Judged by its link, it is not
 * a failure; judged by the tariff it would be.
 */
test('24 Mbit/s over a 39 Mbit/s link is as expected, whatever the tariff', () => {
  expect(
    judge([run('up', 24), run('down', 24)], { medium: 'radio', linkMbps: 39, baselineMbps: 94 }).outcome,
  ).toBe('pass')
})
