import { boatyard, withDevice } from '~/tests/kit/yard'
import { applyEdits, integrityProblems } from '~/core/plan'
import type { Point } from '~/core/plan'
import { finishedDrawing } from './finishedDrawing'
import type { Waiting } from './finishedDrawing'
import { TOOLS } from './tools'
import type { ToolName } from './tools'

const site = boatyard()
const level = site.levels[0]!
const nothing: Waiting = { placing: null, outlining: null }
const corners: Point[] = [
  [200, 60],
  [210, 60],
  [210, 70],
]
const edited = (tool: ToolName, waiting = nothing, plan = site) => {
  const made = finishedDrawing(tool, corners, plan, level, waiting, () => 'new-one')
  if (!made || 'says' in made) throw new Error('nothing was made')
  return { made, after: applyEdits(plan, made.edits) }
}

test.each(['walls', 'areas', 'obstacles', 'buildings', 'keepOuts', 'cableRoutes', 'risers'] as const)(
  '%s: what is drawn is one more of them, chosen, and holds together',
  (tool) => {
    const { made, after } = edited(tool)
    expect(after[tool]).toHaveLength(site[tool].length + 1)
    expect(made.chosen).toEqual({ collection: tool, id: after[tool].at(-1)?.id })
    expect(integrityProblems(after)).toEqual([])
  },
)

test('an area of the brief gets its outline and keeps its needs', () => {
  const { made, after } = edited('areas', { ...nothing, outlining: 'a-cafe' })
  expect(made.label).toBe('Draw Café terrace')
  expect(after.areas.find(({ id }) => id === 'a-cafe')).toMatchObject({ outline: corners, band: '5' })
  expect(after.areas.find(({ id }) => id === 'a-cafe')?.needs).toHaveLength(2)
})

test('an access point is placed under the ceiling, one mounted elsewhere keeps how it looks', () => {
  const bare = withDevice(site, 'ap-shop', { position: null })
  const { after } = edited('device', { ...nothing, placing: 'ap-shop' }, bare)
  expect(after.devices.find(({ id }) => id === 'ap-shop')?.position).toMatchObject({
    at: corners[0],
    heightM: 2.9,
  })
  const moved = edited('device', { ...nothing, placing: 'ap-hard' }).after
  expect(moved.devices.find(({ id }) => id === 'ap-hard')?.position).toMatchObject({
    at: corners[0],
    heightM: 6,
    antennaId: 'ant-sector',
  })
})

test('without a device to place it says so, and measuring makes nothing', () => {
  expect(finishedDrawing('device', corners, site, level, nothing, () => 'new-one')).toEqual({
    says: expect.stringContaining('Choose a device'),
  })
  expect(finishedDrawing('profile', corners, site, level, nothing, () => 'new-one')).toBeNull()
})

test('every tool has a key of its own', () => {
  expect(new Set(TOOLS.map(({ key }) => key)).size).toBe(TOOLS.length)
})
