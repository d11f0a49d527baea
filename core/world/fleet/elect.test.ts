import { elect } from './elect'
import type { Voter } from './elect'

const voter = (id: string, part: Partial<Voter> = {}): Voter => ({
  id,
  name: 'Quay',
  passphrase: 'p',
  priority: 100,
  mac: `02:00:00:00:00:${id.padStart(2, '0')}`,
  sharedIp: '10.0.0.9',
  ...part,
})

/** Every way to give so many members one of these priorities. */
const assignments = (members: number, of: number[]): number[][] =>
  members === 0 ? [[]] : assignments(members - 1, of).flatMap((rest) => of.map((one) => [one, ...rest]))

/** By brute force: nobody else in its cluster beats the master, by priority and then by the lower hardware address. */
function beats(a: Voter, b: Voter): boolean {
  return a.priority !== b.priority ? a.priority > b.priority : (a.mac ?? '') < (b.mac ?? '')
}

test.each([1, 2, 3, 4, 5])('%i members, every priority: one master, and nobody beats it', (members) => {
  for (const priorities of assignments(members, [1, 50, 255])) {
    const voters = priorities.map((priority, i) => voter(String(i), { priority }))
    const clusters = elect(voters)
    expect(clusters).toHaveLength(1)
    const master = voters.find(({ id }) => id === clusters[0]?.masterId)!
    expect(voters.filter((one) => one !== master && beats(one, master))).toEqual([])
  }
})

test('every kill: the next in line follows, and the rest stays', () => {
  const voters = [30, 10, 50, 20, 40].map((priority, i) => voter(String(i), { priority }))
  for (let killed = 1; killed < 2 ** voters.length - 1; killed++) {
    const left = voters.filter((_one, i) => !(killed & (1 << i)))
    const best = [...left].sort((a, b) => b.priority - a.priority)[0]
    expect(elect(left)[0]?.masterId).toBe(best?.id)
    expect(elect(left)[0]?.memberIds).toHaveLength(left.length)
  }
})

test('every split of five into two that do not hear each other has two masters, each the best of its side', () => {
  const voters = [30, 10, 50, 20, 40].map((priority, i) => voter(String(i), { priority }))
  for (let side = 1; side < 2 ** voters.length - 1; side++) {
    const on = (id: string) => (side >> Number(id)) & 1
    const clusters = elect(voters, (a, b) => on(a) === on(b))
    expect(clusters).toHaveLength(2)
    for (const { masterId, memberIds } of clusters) {
      const mine = voters.filter(({ id }) => on(id) === on(masterId))
      expect(memberIds).toHaveLength(mine.length)
      expect(
        mine.every(
          (one) =>
            one.id === masterId ||
            beats(
              voters.find(({ id }) => id === masterId)!,
              one,
            ),
        ),
      ).toBe(true)
    }
  }
})

test.each([
  ['a name by case', { name: 'quay' }],
  ['a passphrase', { passphrase: 'q' }],
])('%s splits', (_what, part) =>
  expect(elect([voter('1'), voter('2', part), voter('3')]).map(({ memberIds }) => memberIds)).toEqual([
    ['1', '3'],
    ['2'],
  ]),
)

test('the shared address is gone when the new master does not know it', () => {
  const members = [voter('1', { priority: 200 }), voter('2', { priority: 100, sharedIp: null })]
  expect(elect(members)[0]?.sharedIp).toBe('10.0.0.9')
  expect(elect(members.slice(1))[0]?.sharedIp).toBeNull()
})

test('an eleventh finds no place, and it is the last in line', () => {
  const many = Array.from({ length: 11 }, (_, i) => voter(String(i), { priority: 100 - i }))
  expect(elect(many)[0]).toMatchObject({ refusedIds: ['10'] })
  expect(elect(many)[0]?.memberIds).toHaveLength(10)
})

test('the order in which they are listed decides nothing', () => {
  const voters = [30, 30, 50].map((priority, i) => voter(String(i), { priority }))
  expect(elect([...voters].reverse())).toEqual(elect(voters))
})
