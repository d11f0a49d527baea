import { perform } from '~/core/world'
import { bench, later } from '~/tests/kit/bench'
import { boatyard, yard } from '~/tests/kit/yard'
import { boardDelta, deviceSheet, NOTHING_SEEN } from '.'

/** The bench with a mistake of the catalogue in it, twenty minutes on. */
function hidden(code: string, site = yard()) {
  const world = bench(site, 0)
  expect(perform(world, { kind: 'slip', code, luck: 1 })).toBeNull()
  later(world, 20)
  return world
}

const shown = (world: ReturnType<typeof hidden>): string =>
  JSON.stringify([
    boardDelta(world, NOTHING_SEEN),
    ...[...world.gear.keys()].map((id) => deviceSheet(world, id)),
  ])

/** What a program knows and a person at the bench would have to find out. */
const CAUSES =
  /PoE is off|loop at|is not a member|is missing on|not on the allow list|no licence|"differs":true/i

test.each([
  ['POW-1', yard],
  ['VLN-1', yard],
  ['VLN-5', boatyard],
])('%s: neither board nor sheets print the cause until it is told', (code, make) => {
  const world = hidden(code, make())
  expect(shown(world)).not.toMatch(CAUSES)
  expect(shown(world)).not.toContain(world.hands!.says)
  expect(perform(world, { kind: 'reveal' })).toBeNull()
  expect(shown(world)).toContain(world.hands!.says)
})

test('without a drill every reason is told', () => {
  const world = hidden('POW-1')
  expect(shown(world)).not.toMatch(/PoE is off/)
  perform(world, { kind: 'reveal' })
  expect(shown(world)).toMatch(/PoE is off/)
})

test('what can be seen stays: who is dark, who has no address', () => {
  const world = hidden('POW-1')
  const { rows } = boardDelta(world, NOTHING_SEEN)
  expect(rows.find(({ phase }) => phase === 'dark')?.why).toBe('It has no power.')
})
