import { matrixOf } from '~/core/network/layer3'
import { planTwin } from '~/core/radio/backhaul'
import { spoiltDemoYard } from '~/tests/kit/yard'
import { cellForPage } from '../../server/derived/cellForPage.server'
import type { MatrixCell } from '../../server/derived/cellForPage.server'
import { oddRows } from './oddRows'

const cell = (part: Partial<MatrixCell>): MatrixCell => ({
  fromNetworkId: 'crew',
  targetId: 'internet',
  targetName: 'the internet',
  verdict: 'inPart',
  getsThrough: true,
  oddOnes: 'Some do not.',
  exceptions: [],
  ...part,
})
const odd = (says: string, places: string[], part: Partial<MatrixCell['exceptions'][number]> = {}) => ({
  outcome: 'fails' as const,
  says,
  count: places.length,
  targets: null,
  places: places.map((label) => ({ id: label, label })),
  ...part,
})

test('one reason for several targets stands once, with the most places first', () => {
  const rows = oddRows([
    cell({ exceptions: [odd('No cable.', ['a']), odd('No address.', ['b', 'c'])] }),
    cell({ targetId: 'network:till', targetName: 'Tills', exceptions: [odd('No address.', ['b', 'c'])] }),
  ])
  expect(rows).toEqual([
    {
      fromNetworkId: 'crew',
      to: ['the internet', 'Tills'],
      says: 'No address.',
      count: 2,
      places: ['b', 'c'],
    },
    { fromNetworkId: 'crew', to: ['the internet'], says: 'No cable.', count: 1, places: ['a'] },
  ])
})

test('other places, another network or another reason are rows of their own', () => {
  const same = odd('No address.', ['a'])
  const rows = oddRows([
    cell({ exceptions: [same] }),
    cell({ fromNetworkId: 'gear', exceptions: [same] }),
    cell({ exceptions: [odd('No address.', ['b']), odd('No cable.', ['a'])] }),
  ])
  expect(rows).toHaveLength(4)
})

test('hosts are named where they are few, and counted where they are many', () => {
  const to = (targets: string[]) =>
    oddRows([cell({ targetName: 'Cameras', exceptions: [odd('Off.', ['a'], { targets })] })])[0]!.to
  expect(to(['Gate', 'Slip'])).toEqual(['Gate', 'Slip'])
  expect(to(['1', '2', '3', '4'])).toEqual(['4 of Cameras'])
})

test('who fares as the rest of a network is not odd, nor who is kept out where all should be', () => {
  expect(oddRows([cell({ oddOnes: null, exceptions: [odd('No address.', ['a'])] })])).toEqual([])
  const kept = odd('Rule 3 drops it.', ['a'], { outcome: 'keptOut' })
  const through = odd('Foreign.', ['b'], { outcome: 'foreign' })
  const deaf = odd('No address, so no answer.', ['c'])
  expect(oddRows([cell({ verdict: 'keptOut', exceptions: [kept, through, deaf] })])).toMatchObject([
    { says: 'Foreign.' },
  ])
})

test('every sentence about the odd ones of the demo is in a row, with each target that it is about', () => {
  const cells = matrixOf(planTwin(spoiltDemoYard())).map(cellForPage)
  const rows = oddRows(cells)
  for (const { fromNetworkId, oddOnes, targetName, exceptions, verdict } of cells)
    for (const { says, targets } of oddOnes === null || verdict === 'keptOut' ? [] : exceptions) {
      const mine = rows.filter((row) => row.fromNetworkId === fromNetworkId && row.says === says)
      expect(mine.flatMap(({ to }) => to)).toEqual(
        expect.arrayContaining(targets === null ? [targetName] : targets.length <= 3 ? [...targets] : []),
      )
    }
  expect(rows.length).toBeGreaterThan(5)
})
