import { controllers, deviceOf, typeOf } from '../../plan'
import type { Device } from '../../plan'
import { plural } from '../../lib/plural'
import { countOf, textOf } from './answers'
import { base, baseQuestions, offerAt } from './draft/base'
import type { Base } from './draft/base'
import { change, now, refuse, say } from './draft/draft'
import type { Draft } from './draft/draft'
import { addAccessPoints } from './draft/fleet'
import { addDevice, manageAt } from './draft/gear'
import { plugIn } from './draft/plug'
import type { Job } from './job'
import { choice, count } from './questions'
import type { Ask, Question } from './questions'

/** A small controller carries 25; more belong to a virtual one. */
const MOST = 24

export const accessPointsWithController: Job = {
  name: 'A few access points with a controller on site',
  says: 'Gateway, switches that feed them, a controller, and access points that it adopts by wire.',
  asks: (ask) => [
    count('aps', 'How many access points?', 3, [1, MOST], {
      beyond: 'More than that is a job for a virtual controller.',
    }),
    ...controllerQuestion(ask),
    ...baseQuestions(ask, { expected: 40 }),
  ],
  make: (draft, answers) => {
    const made = base(draft, answers, { typeId: 't-gateway', gear: true })
    const known = deviceOf(draft.site, textOf(answers, 'controller'))
    const controller = known?.controller ? known : addController(draft, made)
    if (!carries(draft, controller, countOf(answers, 'aps'))) return
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
    draft.steps.push(
      'On the bench, all beside the laptop: gateway, switch, controller, then the access points one by one.',
      'Load firmware that the controller takes, before adopting.',
      'Adopt by wire. Wait for “running” at each: about 2 min, and minutes more where an image is loaded.',
      'Only then carry them out: ceiling, cable, lights. The LED tells.',
    )
  },
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

/** A controller on site at an address of its own, asking the gateway for the time. */
export function addController(draft: Draft, { gear, people, gateway }: Base): Device {
  const fresh = addDevice(draft, 't-controller', {
    id: 'controller',
    name: 'Controller',
    place: gateway.place,
    vlanId: gear.vlanId,
  })
  manageAt(draft, fresh, gear)
  const part = now(draft, fresh).controller
  change(draft, fresh, { controller: part && { ...part, timeServer: gear.gateway } })
  plugIn(draft, fresh, { network: gear, gear, clients: people })
  return now(draft, fresh)
}

/** A licence for each device that needs one, beyond those it manages free. */
export function holdLicences(draft: Draft, { id }: { id: string }): void {
  const controller = now(draft, { id })
  const part = controller.controller
  const type = typeOf(draft.site, controller)
  const mine = draft.site.devices.filter(
    (device) => device.adoption?.controllerId === id && (typeOf(draft.site, device)?.needsLicence ?? false),
  ).length
  const needed = Math.max(0, mine - (type?.managesFree ?? 0))
  if (part && part.licences < needed) change(draft, controller, { controller: { ...part, licences: needed } })
  say(
    draft,
    controller.name,
    `${plural(now(draft, controller).controller?.licences ?? 0, 'licence')} held for ${plural(mine, 'access point')}, ${type?.managesFree ?? 0} of them free.${type?.minimumFirmware ? ` It takes firmware ${type.minimumFirmware} or newer.` : ''} Its time comes from the gateway.`,
  )
}
