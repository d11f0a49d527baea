import { controllers, deviceOf, typeOf } from '../../plan'
import type { Device } from '../../plan'
import { countOf, textOf } from './answers'
import type { Answers } from './answers'
import { base, baseQuestions, offerAt } from './draft/base'
import type { Base } from './draft/base'
import {
  addController,
  addVirtualController,
  holdLicences,
  MOST_AT_SMALL,
  virtualSizes,
} from './draft/controllers'
import { refuse, refuseTooMany } from './draft/draft'
import type { Draft } from './draft/draft'
import { addAccessPoints } from './draft/fleet'
import type { Job } from './job'
import { choice, count } from './questions'
import type { Ask, Question } from './questions'

export const accessPointsWithController: Job = {
  name: 'A few access points with a controller on site',
  says: 'Gateway, switches that feed them, a controller, and access points that it adopts by wire.',
  asks: (ask) => [
    count(
      'aps',
      'How many access points?',
      3,
      [1, virtualSizes(ask.site).at(-1)?.accessPoints ?? MOST_AT_SMALL],
      {
        hint: `Up to ${MOST_AT_SMALL} a small controller carries; for more, a virtual one is planned.`,
        beyond: 'That is what the largest controller carries: make two sites of it.',
      },
    ),
    ...controllerQuestion(ask),
    ...baseQuestions(ask, { expected: 40 }),
  ],
  make: (draft, answers) => {
    const made = base(draft, answers, { typeId: 't-gateway', gear: true, fleet: 'aps' })
    const known = deviceOf(draft.site, textOf(answers, 'controller'))
    const controller = known?.controller ? known : freshController(draft, answers, made)
    if (!controller || !carries(draft, controller, countOf(answers, 'aps'))) return
    const aps = addAccessPoints(draft, {
      count: countOf(answers, 'aps'),
      gear: made.gear,
      clients: made.people,
      lengthM: 30,
      addressing: 'dhcp',
      part: () => ({ adoption: { controllerId: controller.id, pointer: null } }),
    })
    offerAt(draft, answers, made, aps)
    holdLicences(draft, controller)
    refuseTooMany(draft, 'aps')
    draft.steps.push(
      'On the bench, all beside the laptop: gateway, switch, controller, then the access points one by one.',
      'Load firmware that the controller takes, before adopting.',
      'Adopt by wire. Wait for “running” at each: about 2 min, and minutes more where an image is loaded.',
      'Only then carry them out: ceiling, cable, lights. The LED tells.',
    )
  },
}

/** A small one where it carries them all, else a virtual one of the size that does. */
function freshController(draft: Draft, answers: Answers, made: Base): Device | null {
  const aps = countOf(answers, 'aps')
  if (aps <= MOST_AT_SMALL) return addController(draft, made)
  const clients = countOf(answers, 'clients')
  const row = virtualSizes(draft.site).find((one) => one.accessPoints >= aps && one.clients >= clients)
  if (!row) {
    refuse(
      draft,
      'clients',
      `How many devices of your people? No size of controller carries ${aps} access points and ${clients} clients. Accepted: fewer of them.`,
    )
    return null
  }
  const { vcpus, memoryGb, diskGb } = row
  const controller = addVirtualController(draft, made, {
    machine: { vcpus, memoryGb, diskGb },
    interfaces: 1,
  })
  draft.steps.push(
    `A machine for the controller first: ${vcpus} vCPUs, ${memoryGb} GB of memory, ${diskGb} GB of disk, one interface. Its interfaces can’t be changed afterwards.`,
  )
  return controller
}

function carries(draft: Draft, controller: Device, more: number): boolean {
  const most = typeOf(draft.site, controller)?.maxAccessPoints ?? null
  const mine = draft.site.devices.filter(({ adoption }) => adoption?.controllerId === controller.id).length
  if (most === null || mine + more <= most) return true
  refuse(
    draft,
    'aps',
    `How many access points? ${controller.name} carries ${most}, and has ${mine} already. Accepted: ${most > mine ? `1 to ${most - mine}, or ` : ''}another controller.`,
  )
  return false
}

const controllerQuestion = ({ site }: Ask): Question[] => {
  const known = controllers(site)
  return known.length === 0
    ? []
    : [
        choice('controller', 'Which controller is to adopt them?', [
          ...known.map(({ id, name }) => ({ value: id, label: name })),
          { value: 'new', label: 'another one' },
        ]),
      ]
}
