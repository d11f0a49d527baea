import { boatyard } from '~/tests/kit/yard'
import { removed, shifted } from '~/core/plan/drawing'
import { applyEdits } from '~/core/plan'
import type { Edit, Site } from '~/core/plan'
import { NOTHING_TRIED, onItsWay, editsSoFar, triedStep } from './triedState'
import type { Step, Tried } from './triedState'

const placed = { collection: 'devices', id: 'ap-shop' } as const
const wall = { collection: 'walls', id: 'w-fence' } as const
const after = (...steps: Step[]) => steps.reduce<Tried>(triedStep, NOTHING_TRIED)
const wait = (edits: Edit[], due: boolean): Step => ({ kind: 'wait', label: 'Move', edits, due })
/** What waits goes off, on the first revision. */
const sent = (tried: Tried, what = tried.waiting!): Tried =>
  triedStep(tried, { kind: 'sent', what, before: undefined, revision: 1 })
const at = (site: Site) => site.devices.find(({ id }) => id === placed.id)?.position?.at

test('a step by keys while another is on its way stands on top of it and is not lost when the answer comes', () => {
  const site = boatyard()
  const first = shifted(site, [placed], [0.1, 0])
  let tried = sent(after(wait(first, true)))
  expect(onItsWay(tried, false, undefined, 1)).toBe(true)
  const second = shifted(applyEdits(site, editsSoFar(tried, true)), [placed], [0, 1])
  tried = triedStep(tried, wait(second, false))
  expect(at(applyEdits(site, editsSoFar(tried, true)))).toEqual([58.1, 101])
  const answer = { ok: true, revision: 2 } as const
  expect(onItsWay(tried, true, answer, 1)).toBe(true)
  // On a busy machine the answer is known, and nothing seems to run, before the plan it made is on screen.
  expect(onItsWay(tried, false, answer, 1)).toBe(true)
  expect(onItsWay(tried, false, answer, 2)).toBe(false)
  const answered = applyEdits(site, first)
  expect(at(applyEdits(answered, editsSoFar(tried, false)))).toEqual([58.1, 101])
})

test('a step by keys that comes while another goes off is not taken for sent', () => {
  const site = boatyard()
  const due = after(wait(shifted(site, [placed], [0.2, 0]), true))
  const third = shifted(applyEdits(site, editsSoFar(due, false)), [placed], [0.1, 0])
  const tried = sent(triedStep(due, wait(third, false)), due.waiting!)
  expect(at(applyEdits(site, editsSoFar(tried, true)))).toEqual([58.3, 100])
  expect(tried.waiting?.edits).toEqual(third)
})

test('what went off is not sent again with the step that came meanwhile: a wall is taken off once', () => {
  const site = boatyard()
  const due = after(wait(removed(site, [wall]), true))
  const moved = shifted(applyEdits(site, editsSoFar(due, false)), [placed], [0.1, 0])
  const tried = sent(triedStep(due, wait(moved, false)), due.waiting!)
  expect(tried.waiting?.edits).toEqual(moved)
})

test('what was refused leaves the chart', () => {
  const site = boatyard()
  const edits = shifted(site, [placed], [5, 0])
  const tried = sent(after(wait(edits, true)))
  expect(editsSoFar(tried, onItsWay(tried, false, { ok: false }, 1))).toEqual([])
})

test('an edit sent at once takes along the steps that waited, and puts down what was in the hand', () => {
  const site = boatyard()
  const nudged = shifted(site, [placed], [1, 0])
  const gone = removed(site, [wall])
  const tried = after(wait(nudged, false), { kind: 'hold', edits: nudged }, wait(gone, true))
  expect(tried.held).toBeNull()
  const both = applyEdits(site, editsSoFar(tried, false))
  expect(at(both)).toEqual([59, 100])
  expect(both.walls.some(({ id }) => id === wall.id)).toBe(false)
})

test('two removals in a row both stay', () => {
  const site = boatyard()
  const [a, b] = site.walls.slice(0, 2).map(({ id }) => removed(site, [{ collection: 'walls', id }]))
  const tried = after(wait(a!, false), wait(b!, true))
  expect(applyEdits(site, editsSoFar(tried, false)).walls).toHaveLength(site.walls.length - 2)
})

test('a wait that is over says so only while something waits', () => {
  expect(after({ kind: 'due' }).waiting).toBeNull()
  expect(after(wait([], false), { kind: 'due' }).waiting?.due).toBe(true)
})
