import { plural } from '../../lib/plural'
import type { CapacityRow } from '../../plan'
import { countOf, textOf } from './answers'
import { base, baseQuestions, offerAt } from './draft/base'
import { addVirtualController, holdLicences, virtualSizes } from './draft/controllers'
import { now, refuse, refuseTooMany, say } from './draft/draft'
import { addAccessPoints } from './draft/fleet'
import type { Job } from './job'
import { choice, count } from './questions'
import type { Given } from './questions'

/** The smallest size that carries both, else the largest. */
const rowFor = (
  rows: readonly CapacityRow[],
  accessPoints: number,
  clients: number,
): CapacityRow | undefined =>
  rows.find((row) => row.accessPoints >= accessPoints && row.clients >= clients) ?? rows.at(-1)

const said = (given: Given, id: string, fallback: number): number => {
  const value = Number(given[id] ?? fallback)
  return Number.isFinite(value) ? value : fallback
}

export const virtualController: Job = {
  name: 'A virtual controller',
  says: 'Sized from access points and clients, with the choices that cannot be undone asked first.',
  asks: (ask) => {
    const rows = virtualSizes(ask.site)
    const largest = rows.at(-1)
    const row = rowFor(rows, said(ask.given, 'fleet', 60), said(ask.given, 'clients', 200))
    return [
      count('fleet', 'How many access points will it carry?', 60, [1, largest?.accessPoints ?? 500], {
        beyond:
          'That is the largest of its sizes: use a second controller, or edit the sizes of its device type.',
      }),
      choice('interfaces', 'How many interfaces, for good?', [
        {
          value: '1',
          label: 'One',
          gives: 'One port, one address: enough where all access points are inside.',
          costs: 'It cannot be changed later: access points from outside would shut out those inside.',
        },
        {
          value: '3',
          label: 'Three, one of them for staging',
          gives: 'Access points from outside can be added later.',
          costs: 'Three ports on the machine, and a network for each.',
        },
      ]),
      count('vcpus', 'How many vCPUs does the machine give it?', row?.vcpus ?? 2, [1, 256]),
      count('memoryGb', 'How much memory?', row?.memoryGb ?? 4, [1, 1024], { unit: 'GB' }),
      count('diskGb', 'How much disk?', row?.diskGb ?? 40, [1, 65536], { unit: 'GB' }),
      ...baseQuestions(ask, { expected: 200, guests: false }),
    ]
  },
  make: (draft, answers) => {
    const fleet = countOf(answers, 'fleet')
    const clients = countOf(answers, 'clients')
    const rows = virtualSizes(draft.site)
    const row = rows.find((one) => one.accessPoints >= fleet && one.clients >= clients)
    if (!row) {
      const largest = rows.at(-1)
      refuse(
        draft,
        'clients',
        `How many devices of your people? ${clients} with ${fleet} access points are more than its largest size carries: ${largest?.accessPoints ?? 0} access points and ${largest?.clients ?? 0} clients. Accepted: less, or a second controller.`,
      )
      return
    }
    const machine = {
      vcpus: countOf(answers, 'vcpus'),
      memoryGb: countOf(answers, 'memoryGb'),
      diskGb: countOf(answers, 'diskGb'),
    }
    const UNIT = { vcpus: 'vCPUs', memoryGb: 'GB of memory', diskGb: 'GB of disk' } as const
    for (const what of ['vcpus', 'memoryGb', 'diskGb'] as const)
      if (machine[what] < row[what])
        refuse(
          draft,
          what,
          `${machine[what]} ${UNIT[what]} are too few: for ${row.accessPoints} access points and ${row.clients} clients it wants ${row[what]}, and below that it does not start. Accepted: ${row[what]} or more.`,
        )
    if (draft.problems.length > 0) return
    const made = base(draft, answers, { typeId: 't-gateway', gear: true, fleet: 'fleet' })
    const { gear, people } = made
    const interfaces = textOf(answers, 'interfaces') === '3' ? 3 : 1
    const fresh = addVirtualController(draft, made, { machine, interfaces })
    const aps = addAccessPoints(draft, {
      count: fleet,
      gear,
      clients: people,
      lengthM: 30,
      addressing: 'dhcp',
      part: () => ({ adoption: { controllerId: fresh.id, pointer: null } }),
    })
    offerAt(draft, answers, made, aps)
    holdLicences(draft, fresh)
    const { ip } = now(draft, fresh).management
    say(
      draft,
      fresh.name,
      `Size for ${row.accessPoints} access points and ${row.clients} clients: ${row.vcpus} vCPUs, ${row.memoryGb} GB, ${row.diskGb} GB of disk. ${interfaces === 1 ? 'One interface' : 'Three interfaces'}, for good. ${plural(aps.length, 'access point')} in the plan.`,
    )
    refuseTooMany(draft, 'fleet')
    draft.steps.push(
      `Machine: ${machine.vcpus} vCPUs, ${machine.memoryGb} GB, ${machine.diskGb} GB of disk, ${interfaces} interface${interfaces === 1 ? '' : 's'}.`,
      'Decide before the first start: interfaces and form cannot be changed afterwards.',
      `Fixed address ${ip ?? ''}, mask, gateway ${gear.gateway ?? ''}, name server, time server.`,
      `First page: https://${ip ?? ''}:8443, with a certificate of its own making. About 20 min to settle: leave it alone.`,
      'Licences, then the access points by wire, a few first: what is wrong with one is wrong with all.',
    )
  },
}
