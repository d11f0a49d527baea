import { controllers, deviceOf, isOnAir, kindOf, networkOf, newAir, ssidsOn } from '../../plan'
import type { Device, Site } from '../../plan'
import { holdLicences } from './draft/controllers'
import { countOf, textOf } from './answers'
import { change, now, put, refuse, say } from './draft/draft'
import { addDevice, manageByDhcp } from './draft/gear'
import { placeWhereHeard } from './draft/heard'
import { listAtServer } from './draft/logins'
import { giveChannels } from './draft/wireless'
import type { Job } from './job'
import { choice, count, text } from './questions'

const HEIGHT_M = 2.8

/** Who could take a child: on the air, by cable or by radio itself, and able to be part of a mesh. */
const parentsIn = (site: Site): Device[] =>
  site.devices.filter(
    (device) =>
      isOnAir(device) &&
      device.mesh !== null &&
      device.remote === null &&
      device.radios.some(({ band, enabled }) => band === '5' && enabled) &&
      networkOf(site, device.management.networkId) !== undefined,
  )

export const oneMoreByRadio: Job = {
  name: 'One more access point, fed by radio',
  says: 'Where no cable goes: a child of an access point that is there, staged by cable first or adopted by radio.',
  asks: (ask) => {
    const parents = parentsIn(ask.site)
    if (parents.length === 0) return []
    return [
      choice(
        'parent',
        'Which access point feeds it?',
        parents.map(({ id, name }) => ({ value: id, label: name })),
      ),
      count('distanceM', 'How far from it?', 9, [3, 20], {
        unit: 'm',
        hint: 'Indoors 6 to 12 m is usual; the parent is wanted between −40 and −62 dBm.',
        beyond: 'Choose another parent, or lay a cable.',
      }),
      text('place', 'Where is it mounted?', 'Where the signal fades'),
      text(
        'reason',
        'Why is there no cable?',
        'No cable can be laid to it.',
        'Wired beats radio: a reason is kept with the plan.',
      ),
      choice('adopt', 'How does it join?', [
        {
          value: 'wire',
          label: 'By cable first, on the bench',
          gives: 'About 2 min, and it is sure. Then the cable is pulled, and it comes back by radio.',
          costs: 'It has to lie beside a socket first.',
        },
        {
          value: 'radio',
          label: 'Straight over radio',
          gives: 'Nothing to carry about: it is mounted at once.',
          costs: 'Hit and miss, and slow: seen after 5 min, adopting 3, provisioning 7.',
        },
      ]),
    ]
  },
  make: (draft, answers) => {
    const parent = deviceOf(draft.site, textOf(answers, 'parent'))
    const gear = networkOf(draft.site, parent?.management.networkId ?? null)
    if (!parent || !gear) {
      refuse(
        draft,
        '',
        'There is no access point here that could feed it. Begin with “A few access points with a controller on site”, or with a mesh kit.',
      )
      return
    }
    const children = draft.site.devices.filter(({ air }) => air?.deviceId === parent.id)
    if (children.length >= draft.site.backhaul.mostChildren) {
      refuse(
        draft,
        'parent',
        `Which access point feeds it? ${parent.name} has ${children.length} children, and ${draft.site.backhaul.mostChildren} is the most. Accepted: another one.`,
      )
      return
    }
    const typeId =
      parent.typeId !== null && kindOf(parent).offersSsids === 'always' ? parent.typeId : 't-mesh-node'
    const fresh = addDevice(draft, typeId, {
      id: 'ap-radio',
      name: 'AP by radio',
      place: textOf(answers, 'place'),
      vlanId: gear.vlanId,
    })
    manageByDhcp(draft, fresh, gear)
    const mesh = parent.mesh ?? { takesChildren: false, seeksParent: false, ownBand: null }
    change(draft, parent, { mesh: { ...mesh, takesChildren: true } })
    const upper = parent.radios.find(({ band }) => band === '5')
    change(draft, fresh, {
      powerSource: now(draft, fresh).powerSource === 'poe' ? 'injector' : 'supply',
      adoption: { controllerId: parent.adoption?.controllerId ?? null, pointer: null },
      mesh: { takesChildren: false, seeksParent: true, ownBand: null },
      air: newAir(parent.id, { way: 'mesh', band: '5', pinned: true, reason: textOf(answers, 'reason') }),
      radios: now(draft, fresh).radios.map((radio) =>
        radio.band === '5'
          ? { ...radio, channel: upper?.channel ?? null, widthMhz: upper?.widthMhz ?? 20 }
          : radio,
      ),
    })
    placeWhereHeard(draft, parent, fresh, { distanceM: countOf(answers, 'distanceM'), heightM: HEIGHT_M })
    const child = giveChannels(draft, fresh)
    joinNames(draft, parent, child)
    const controller = controllers(draft.site).find(({ id }) => id === child.adoption?.controllerId)
    if (controller) holdLicences(draft, controller)
    say(
      draft,
      child.name,
      `Fed by ${parent.name} over 5 GHz on its channel, pinned. It takes airtime from the clients of ${parent.name} too.`,
    )
    draft.steps.push(
      ...(textOf(answers, 'adopt') === 'wire'
        ? [
            'On the bench: a free socket in the network of the gear, power. Seen after 1 min.',
            'Adopt it and wait until it runs, about 2 min. Leave cable and power alone meanwhile.',
            'Switch on: parent takes children, child seeks a parent. Pin the parent.',
            'Pull the cable. Silent 1–2 min, adrift a minute, then running by radio.',
            'Carry it out, power by injector or supply. Read the parent’s level.',
          ]
        : [
            'Switch on at the parent: takes children. Mount the child, power on.',
            'Seen by radio after about 5 min. Adopt: 3 min, provisioning 7 more. Do not touch it.',
            'Pin the parent. Read its level.',
          ]),
    )
    draft.cautions.push('Ladders: two people. Mains sockets up there belong to an electrician.')
  },
}

/** What the parent offers, the child offers too. */
function joinNames(draft: Parameters<Job['make']>[0], parent: Device, child: Device): void {
  for (const ssid of draft.site.ssids)
    if (ssid.groupIds === null && ssid.accessPointIds?.includes(parent.id))
      put(draft, 'ssids', { ...ssid, accessPointIds: [...ssid.accessPointIds, child.id] })
  for (const group of draft.site.groups)
    if (group.accessPointIds.includes(parent.id))
      put(draft, 'groups', { ...group, accessPointIds: [...group.accessPointIds, child.id] })
  for (const ssid of ssidsOn(draft.site, now(draft, child))) listAtServer(draft, ssid, [child])
}
