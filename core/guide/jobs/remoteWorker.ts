import { SPEECH_ONE_WAY_MS } from '../../judge/findings/rmt1'
import { plural } from '../../lib/plural'
import { controllers, deviceOf, isGateway, neighbourAt, networkOf, TUNNEL_PORTS, wanOf } from '../../plan'
import type { Device } from '../../plan'
import { addController, holdLicences } from './draft/controllers'
import { countOf, isYes, textOf } from './answers'
import type { Answers } from './answers'
import { base, baseQuestions, offerAt } from './draft/base'
import type { Base } from './draft/base'
import { change, freshId, now, put, refuse, say } from './draft/draft'
import type { Draft } from './draft/draft'
import { addDevice, manageByDhcp } from './draft/gear'
import { giveChannels } from './draft/wireless'
import type { Job } from './job'
import { address, choice, count, ssid, yesNo } from './questions'
import type { Ask, Question } from './questions'

export const remoteWorker: Job = {
  name: 'An access point at a remote worker’s home',
  says: 'It comes in over the internet: tunnel ports forwarded, public address announced, wired sockets back to base.',
  asks: (ask) => [
    ...controllerQuestion(ask),
    address(
      'publicIp',
      'What is the public address of your feed?',
      '203.0.113.10',
      'Fixed, from your provider. The one suggested is for documents only.',
    ),
    {
      id: 'mac',
      asks: 'Its hardware address?',
      hint: 'For the allow list; empty: it is put on later.',
      kind: 'macs',
      suggested: '',
    },
    ssid(
      'householdSsid',
      'Is the house’s own network to be on it as well?',
      '',
      'Its name; empty: no.',
      true,
    ),
    yesNo('jack', 'Is a wired socket wanted there, back to base?', true, 'For a phone or a desk computer.'),
    count('latencyMs', 'How long does a ping there and back take?', 40, [1, 2000], {
      unit: 'ms',
      beyond: 'No tunnel is any use at that.',
    }),
    ...baseQuestions(ask, { expected: 20, guests: false }),
  ],
  make: (draft, answers) => {
    const publicIp = textOf(answers, 'publicIp')
    const made = base(draft, answers, { typeId: 't-gateway', gear: true })
    const known = deviceOf(draft.site, textOf(answers, 'controller'))
    const controller = known?.controller ? known : addController(draft, made)
    if (!announce(draft, controller, publicIp)) return
    const ap = remoteAp(draft, answers, made, controller, publicIp)
    offerAt(draft, answers, made, [ap])
    if (isYes(answers, 'jack')) addJack(draft, made, ap)
    allow(draft, controller, ap)
    holdLicences(draft, controller)
    if (countOf(answers, 'latencyMs') > 2 * SPEECH_ONE_WAY_MS)
      draft.cautions.push(
        `${countOf(answers, 'latencyMs')} ms there and back is too slow for speech (ITU-T G.114): no phone there.`,
      )
    draft.cautions.push(
      'Whether the tunnel is encrypted may hang on a licence: see at the controller before it leaves the house.',
    )
    draft.steps.push(
      `At the gateway: forward UDP ${TUNNEL_PORTS.control} and ${TUNNEL_PORTS.data} to ${controller.name}.`,
      `Controller: staging interface in ${made.gear.name} first, then announce ${publicIp}. In that order, or those inside do not join any more.`,
      `Access point on the bench: its controller is ${publicIp}, by name and address. Hardware address on the allow list.`,
      'Try it through a phone’s hotspot before it is given away.',
      'Lock its own page. At the house: its WAN socket into any socket of their router.',
    )
  },
}

const controllerQuestion = ({ site }: Ask): Question[] => {
  const own = controllers(site).filter(
    ({ controller }) => controller?.form !== 'hosted' && controller?.form !== 'builtIn',
  )
  return own.length === 0
    ? []
    : [
        choice(
          'controller',
          'Which controller does it come in to?',
          own.map(({ id, name }) => ({ value: id, label: name })),
        ),
      ]
}

/** The controller announces the public address, with a staging interface for those inside; both tunnel ports lead to it. */
function announce(draft: Draft, controller: Device, publicIp: string): boolean {
  const part = now(draft, controller).controller
  const home = networkOf(draft.site, controller.management.networkId)
  if (!part) return false
  if (part.form === 'virtual' && part.isSetUp && part.interfaces === 1) {
    refuse(
      draft,
      'controller',
      `Which controller does it come in to? ${controller.name} was set up with one interface for good: announcing a public address would shut out the access points inside. Accepted: another controller, or a new one.`,
    )
    return false
  }
  if (part.publicIp !== null && part.publicIp !== publicIp) {
    refuse(
      draft,
      'publicIp',
      `What is the public address of your feed? ${controller.name} announces ${part.publicIp} already, and others rely on it. Accepted: ${part.publicIp}.`,
    )
    return false
  }
  change(draft, controller, {
    controller: {
      ...part,
      encryptsTunnels: part.encryptsTunnels || part.encryptionLicence,
      publicIp,
      interfaces: 3,
      stagingNetworkId: part.stagingNetworkId ?? home?.id ?? null,
      timeServer: part.timeServer ?? home?.gateway ?? null,
    },
  })
  for (const port of Object.values(TUNNEL_PORTS)) {
    const isThere = draft.site.forwards.some(
      (one) => one.protocol === 'udp' && one.port === port && one.toDeviceId === controller.id,
    )
    const routerId = home?.routedBy
    if (!isThere && routerId)
      put(draft, 'forwards', {
        id: freshId(draft, 'forwards', `fw-${port}`),
        routerId,
        protocol: 'udp',
        port,
        toDeviceId: controller.id,
      })
  }
  handOnAtModem(draft)
  say(
    draft,
    controller.name,
    `Announces ${publicIp}; inside it answers at its staging interface. UDP ${TUNNEL_PORTS.control} and ${TUNNEL_PORTS.data} lead to it (RFC 5415).`,
  )
  return true
}

function remoteAp(
  draft: Draft,
  answers: Answers,
  { gear }: Base,
  controller: Device,
  publicIp: string,
): Device {
  const typeId = isYes(answers, 'jack') ? 't-ap2j' : 't-ap2'
  const fresh = addDevice(draft, typeId, {
    id: 'ap-home',
    name: 'AP at home',
    place: 'At the worker’s, over the internet',
    vlanId: gear.vlanId,
  })
  manageByDhcp(draft, fresh, gear)
  change(draft, fresh, {
    mac: textOf(answers, 'mac').split(' ')[0] || null,
    powerSource: 'injector',
    adoption: { controllerId: controller.id, pointer: publicIp },
    remote: {
      latencyMs: countOf(answers, 'latencyMs'),
      householdSsid: textOf(answers, 'householdSsid'),
      isPageLocked: true,
    },
  })
  return giveChannels(draft, fresh)
}

function addJack(draft: Draft, { people }: Base, ap: Device): void {
  const socket = now(draft, ap).ports[1]?.number
  if (socket === undefined) return
  put(draft, 'groups', {
    id: freshId(draft, 'groups', 'remote'),
    name: `Remote, ${ap.name}`,
    accessPointIds: [ap.id],
    jacks: [{ port: socket, networkId: people.id }],
  })
  say(draft, 'Wired socket', `The second socket of ${ap.name} is in ${people.name}, through the tunnel.`)
}

/** On the allow list, where there is one or where every access point of it is known by its address. */
function allow(draft: Draft, controller: Device, ap: Device): void {
  const part = now(draft, controller).controller
  const members = draft.site.devices.filter(({ adoption }) => adoption?.controllerId === controller.id)
  const macs = members.flatMap(({ mac }) => mac ?? [])
  if (!part) return
  if (part.allowList === null && macs.length < members.length) {
    say(
      draft,
      'Allow list',
      `None yet: hardware addresses are missing for ${plural(members.length - macs.length, 'access point')}. Read them off the labels, then switch the list on.`,
    )
    return
  }
  const mac = now(draft, ap).mac
  if (mac === null) {
    refuse(
      draft,
      'mac',
      `Its hardware address? ${controller.name} has an allow list, and without its address it is refused. Accepted: the one on its label, such as 02:00:5e:00:53:01.`,
    )
    return
  }
  change(draft, controller, {
    controller: { ...part, allowList: [...new Set([...(part.allowList ?? []), ...macs])] },
  })
  say(draft, 'Allow list', `${mac} may join ${controller.name}; strangers may not.`)
}

/** A modem that routes, too, has to hand the tunnel on to the router behind it. Source: RFC 3022 section 2.2. */
function handOnAtModem(draft: Draft): void {
  const router = draft.site.devices.find(isGateway)
  const wan = router && wanOf(router)
  const modem = wan && neighbourAt(draft.site, { deviceId: router.id, port: wan.port })?.device
  if (!router || !modem?.modem || modem.modem.bridgeMode) return
  for (const port of Object.values(TUNNEL_PORTS))
    put(draft, 'forwards', {
      id: freshId(draft, 'forwards', `fw-${port}`),
      routerId: modem.id,
      protocol: 'udp',
      port,
      toDeviceId: router.id,
    })
  say(
    draft,
    modem.name,
    `It routes, too: UDP ${TUNNEL_PORTS.control} and ${TUNNEL_PORTS.data} are forwarded to ${router.name} there.`,
  )
}
