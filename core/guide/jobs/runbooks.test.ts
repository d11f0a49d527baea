import { after, bakery } from '~/tests/kit/jobs'
import { attachmentsOf } from '../../network/layer2'
import type { LinkEnd, Site } from '../../plan'
import { inCartons, runbookOf, taskOf } from '../runbook'
import { JOB_IDS } from './index'
import type { JobId } from './index'

/** A free socket of what is there, else of what is to be: where the laptop is. */
function laptopAt(site: Site): LinkEnd {
  const [, deviceId = '', port = ''] =
    attachmentsOf(site)
      .map(({ id }) => /^port:(.+):(\d+)$/.exec(id))
      .find((found) => found !== null) ?? []
  return { deviceId, port: Number(port) }
}

function runbookTo(target: Site, present = inCartons(target)) {
  const task = taskOf(present, target, laptopAt(present.devices.length > 0 ? present : target))
  if (!task.ok) throw new Error(JSON.stringify(task.problems))
  return runbookOf(task.value)
}

const FROM_NOTHING = JOB_IDS.filter((id) => id !== 'one-more-by-radio' && id !== 'slow-wifi')

test.each(FROM_NOTHING)(
  '%s from the cartons: a safe order is found, and the laptop is never locked out',
  (id) => {
    const target = after(id)
    const { steps, stopped, lockedOut } = runbookTo(target)
    expect([stopped, lockedOut]).toEqual([null, 0])
    expect(steps.length).toBeGreaterThanOrEqual(
      target.devices.filter(({ defaultLogin }) => !defaultLogin).length / 3,
    )
  },
)

/** On a site that runs already: what is there stays reachable on the way. */
const ON_WHAT_IS_THERE: [JobId, JobId][] = [
  ['one-router', 'old-router'],
  ['one-router', 'inner-router'],
  ['one-router', 'bridge'],
  ['access-points', 'one-more-by-radio'],
  ['access-points', 'remote-worker'],
]

test.each(ON_WHAT_IS_THERE)('after %s, %s: a safe order is found', (first, then) => {
  const present = after(first, {}, bakery())
  const { steps, stopped } = runbookTo(after(then, {}, present), present)
  expect(stopped).toBeNull()
  expect(steps.length).toBeGreaterThan(0)
})
