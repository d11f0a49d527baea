import { isGateway, isHouseholdRouter, NEW_ROUTER, wanOf } from '../../../plan'
import type { Device, Network, Site } from '../../../plan'
import type { Answers } from '../answers'
import { textOf } from '../answers'
import { choice } from '../questions'
import type { Ask, Question } from '../questions'
import { addDevice, fixedAt } from './gear'
import { cable } from './plug'
import { change, edit, now, say } from './draft'
import type { Draft } from './draft'

export const gatewayOf = (site: Site): Device | undefined => site.devices.find(isGateway)

/** How the feed comes in; asked where there is no gateway yet. */
export const feedQuestion = ({ site }: Ask): Question[] =>
  gatewayOf(site)
    ? []
    : [
        choice('modem', 'What brings the feed in?', [
          {
            value: 'plain',
            label: 'A modem that passes it on',
            gives: 'The gateway has the outside address: what comes from outside finds its way in.',
          },
          {
            value: 'bridge',
            label: 'A modem with a router in it, put in bridge mode',
            gives: 'Addresses are translated once. Its own radio and sockets are out of use.',
            costs: 'A setting at the modem, sometimes by the provider.',
          },
          {
            value: 'router',
            label: 'A modem with a router in it, left as it is',
            gives: 'Nothing to change at the modem.',
            costs: 'Addresses are translated twice: some games, calls and everything from outside break.',
          },
        ]),
      ]

const FEED_WORDS: Readonly<Record<string, string>> = {
  plain: 'By a modem that passes it on',
  bridge: 'By a modem with a router in it, put in bridge mode',
  router: 'By a modem with a router in it, left as it is',
}

/** The gateway that is there, or a modem and one straight behind it. */
export function feed(draft: Draft, answers: Answers, gatewayType: string): Device {
  if ('country' in answers) edit(draft, [{ op: 'describe', header: { country: textOf(answers, 'country') } }])
  const known = gatewayOf(draft.site)
  if (known) return known
  const kind = textOf(answers, 'modem')
  if (draft.site.feed.words === '')
    edit(draft, [{ op: 'describe', header: { feed: { ...draft.site.feed, words: FEED_WORDS[kind] ?? '' } } }])
  const modem = addDevice(draft, 't-modem', { id: 'modem', name: 'Modem', place: 'Where the feed comes in' })
  change(draft, modem, {
    modem: { bridgeMode: kind !== 'router' },
    management: { networkId: null, addressing: 'none', ip: null, prefixLength: null, gateway: null },
  })
  const gateway = addDevice(draft, gatewayType, { id: 'gateway', name: 'Gateway', place: 'Beside the modem' })
  if (isHouseholdRouter(gateway))
    change(draft, gateway, { router: { ...NEW_ROUTER, role: 'gateway', uplink: wanOf(gateway) } })
  const wan = wanOf(now(draft, gateway))?.port ?? 1
  cable(draft, { deviceId: modem.id, port: 1 }, { deviceId: gateway.id, port: wan }, 1)
  say(
    draft,
    gateway.name,
    'Straight behind the modem, and nothing between them. UPnP off, a login of its own.',
  )
  if (kind === 'router')
    say(draft, modem.name, 'Stays a router: addresses are translated twice. Bridge mode would mend that.')
  return now(draft, gateway)
}

/** The gateway's own page, at the address that a network hands out as its gateway. */
export function manageGateway(draft: Draft, gateway: Device, network: Network): void {
  if (now(draft, gateway).management.networkId !== null) return
  change(draft, gateway, {
    management: fixedAt(network, network.gateway),
    ports: now(draft, gateway).ports.map((port) =>
      port.number === wanOf(gateway)?.port ? port : { ...port, nativeVlan: network.vlanId },
    ),
  })
}
