import { readFileSync } from 'node:fs'
import { replay, runbookOf, taskOf } from '~/core/guide/runbook'
import type { Task } from '~/core/guide/runbook'
import type { Device, Management, Site } from '~/core/plan'
import { readSiteFile } from '~/schema/siteFile'
import { movedYard } from '~/tests/kit/move'
import { stagedYard } from './staging'

type Row = (...cells: string[]) => void

const SIZES = [19, 38, 75, 150]

/** Access points that are set up by hand, each with an address and a power of its own. */
function addressed(site: Site, third: number): Site {
  const at = (management: Management, ip: string): Management => ({
    ...management,
    networkId: 'gear',
    addressing: 'fixed',
    ip,
    prefixLength: 16,
    gateway: '172.28.0.1',
  })
  const moved = (device: Device, i: number): Device => {
    const { management } = device
    if (device.kind === 'accessPoint')
      return {
        ...device,
        adoption: { controllerId: null, pointer: null },
        management: at(management, `172.28.${third + Math.floor(i / 200)}.${(i % 200) + 2}`),
        radios: device.radios.map((radio) => ({ ...radio, powerDbm: radio.band === '5' ? third : null })),
      }
    if (management.networkId !== 'gear') return device
    const ip = device.id === 'gateway' ? '172.28.0.1' : (management.ip ?? '').replace('172.27.', '172.28.')
    return { ...device, management: at(management, ip) }
  }
  return {
    ...site,
    networks: site.networks.map((network) =>
      network.id === 'gear'
        ? {
            ...network,
            subnet: '172.28.0.0/16',
            gateway: '172.28.0.1',
            pool: { start: '172.28.200.1', end: '172.28.200.99' },
          }
        : network,
    ),
    devices: site.devices.map(moved),
  }
}

function taskFor(present: Site, target: Site): Task {
  const task = taskOf(present, target, { deviceId: 'gateway', port: 3 })
  if (!task.ok) throw new Error(task.problems[0]?.message)
  return task.value
}

/** An order found with every state proven, and its rehearsal; and how that grows. */
export function benchRunbook(row: Row): void {
  const demo = readSiteFile(readFileSync('demo/tern-quay-mended.json', 'utf8'))
  if (!demo.ok) throw new Error('the demo does not read')
  const costs: number[] = []
  const one = (name: string, task: Task): number => {
    const begin = performance.now()
    const runbook = runbookOf(task)
    const found = performance.now()
    const { surprises } = replay(runbook)
    const end = performance.now()
    row(
      name,
      `${task.changes.length}`,
      `${runbook.steps.length}`,
      `${runbook.states}`,
      `${((found - begin) / 1000).toFixed(2)} s`,
      `${((end - found) / 1000).toFixed(2)} s`,
      runbook.stopped ? 'no order' : `${surprises.length} surprises`,
    )
    return found - begin
  }
  one('the boatyard’s move', taskFor(demo.value, movedYard(demo.value)))
  for (const size of SIZES) {
    const base = stagedYard(size)
    costs.push(one(`${size} readdressed`, taskFor(addressed(base, 40), addressed(base, 60))))
  }
  const [first = 1, last = 1] = [costs[0], costs.at(-1)]
  const growth = Math.log(last / first) / Math.log((SIZES.at(-1) ?? 1) / (SIZES[0] ?? 1))
  console.log(`growth: n^${growth.toFixed(2)}`)
}
