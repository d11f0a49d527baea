import { freeSockets, kindOf } from '../../plan'
import type { Band, Device, Network } from '../../plan'
import { countOf, textOf } from './answers'
import { keepAllApart, mustReachOutside } from './draft/apart'
import { now, refuse, say } from './draft/draft'
import type { Draft } from './draft/draft'
import { feed, feedQuestion, gatewayOf, manageGateway } from './draft/feed'
import { addAccessPoints, carriersOf } from './draft/fleet'
import { networkFor, newNetwork } from './draft/networks'
import { setPort } from './draft/plug'
import { giveChannels, offer } from './draft/wireless'
import type { Job } from './job'
import { choice, clients, countryIfMissing, key, ssid } from './questions'

const IN_ONE = 'device'

/** Two companies, or a flat and a shop: one feed, one case or one switch, and nothing between the two. */
export const twoNetworks: Job = {
  name: 'Two separate networks in one device or on one switch',
  says: 'Ports, SSIDs and pools for each, drops both ways, internet for both, one port kept for the installer.',
  asks: (ask) => [
    ...countryIfMissing(ask),
    ...feedQuestion(ask),
    ...(gatewayOf(ask.site)
      ? []
      : [
          choice('where', 'Where do the two meet?', [
            {
              value: IN_ONE,
              label: 'In one household router',
              gives: 'One case, nothing else to buy.',
              costs:
                'Separation for everyday traffic: it routes between all its networks by nature, and only its rules forbid it. Few ports.',
            },
            {
              value: 'switch',
              label: 'On one managed switch behind a gateway',
              gives: 'Ports for both, and access points that carry both.',
              costs: 'Two devices more, and a VLAN on every port to get right.',
            },
          ]),
        ]),
    ssid('nameA', 'What is the first network called?', 'Studio'),
    key('keyA', 'The first key?', ask),
    ssid('nameB', 'What is the second network called?', 'Clinic'),
    key('keyB', 'The second key?', ask),
    clients('clients', 'How many devices in each?', 20),
    choice('bands', 'Which radio carries which?', [
      {
        value: 'both',
        label: 'Both radios carry both',
        gives: 'Every device finds its network.',
        costs: 'Both share all airtime.',
      },
      {
        value: 'split',
        label: 'The first on 5 GHz, the second on 2.4 GHz',
        gives: 'Neither takes airtime from the other.',
        costs: 'The second is slower; devices without that band are left out.',
      },
    ]),
  ],
  make: (draft, answers) => {
    const inOne = textOf(answers, 'where') === IN_ONE
    const gateway = feed(draft, answers, inOne ? 't-router' : 't-gateway')
    const [nameA, nameB] = [textOf(answers, 'nameA'), textOf(answers, 'nameB')]
    if (nameA.toLowerCase() === nameB.toLowerCase()) {
      refuse(
        draft,
        'nameB',
        `What is the second network called? “${nameB}” is what the first is called. Accepted: another name.`,
      )
      return
    }
    const installer = networkFor(draft, {
      purpose: 'management',
      name: 'Installer',
      clients: 10,
      router: gateway,
      asked: 'clients',
    })
    const [a, b] = [nameA, nameB].map((name) =>
      newNetwork(draft, {
        purpose: 'other',
        name,
        clients: countOf(answers, 'clients'),
        router: gateway,
        asked: 'clients',
      }),
    )
    if (!a || !b) return
    manageGateway(draft, gateway, installer)
    for (const network of [installer, a, b]) mustReachOutside(draft, network)
    keepAllApart(draft, [a, b, installer])
    const aps = onAir(draft, gateway, installer, a)
    const [bandsA, bandsB]: [Band[], Band[]] =
      textOf(answers, 'bands') === 'split'
        ? [['5'], ['2.4']]
        : [
            ['2.4', '5'],
            ['2.4', '5'],
          ]
    offer(draft, { name: a.name, network: a, key: textOf(answers, 'keyA'), on: aps, bands: bandsA })
    offer(draft, { name: b.name, network: b, key: textOf(answers, 'keyB'), on: aps, bands: bandsB })
    share(draft, inOne ? gateway : switchBehind(draft, gateway), a, b, installer)
    draft.cautions.push(
      'Rules of one device keep the two apart, for everyday traffic. Where they must not share a wall either, give each a feed of its own.',
    )
    draft.steps.push(
      'Laptop in the socket kept for you. New admin name and password, country.',
      'The networks first: VLAN, subnet, pool, address translation for each.',
      'The drops, both ways, before anything that allows.',
      'SSIDs and keys. Then the ports, one by one; the laptop’s own last.',
      'Move the laptop from port to port and read the address each time.',
    )
  },
}

/** The radios that carry both: the router's own, else an access point more. */
function onAir(draft: Draft, gateway: Device, gear: Network, people: Network): Device[] {
  const known = carriersOf(draft)
  if (known.length > 0) return known.map((device) => giveChannels(draft, device))
  return addAccessPoints(draft, {
    count: 1,
    gear,
    clients: people,
    lengthM: 15,
    addressing: 'dhcp',
  })
}

const switchBehind = (draft: Draft, gateway: Device): Device =>
  draft.site.devices.find((device) => kindOf(device).switching === 'managed') ?? gateway

/** Free sockets: one half each, and the last for the installer. */
function share(draft: Draft, device: Device, a: Network, b: Network, installer: Network): void {
  const free = freeSockets(draft.site, now(draft, device)).map(({ number }) => number)
  const [kept, ...rest] = [...free].reverse()
  const ports = rest.reverse()
  const half = Math.ceil(ports.length / 2)
  const give = (numbers: number[], network: Network) => {
    for (const port of numbers)
      setPort(
        draft,
        { deviceId: device.id, port },
        { mode: 'access', nativeVlan: network.vlanId, taggedVlans: [], admit: 'untaggedOnly' },
      )
  }
  give(ports.slice(0, half), a)
  give(ports.slice(half), b)
  if (kept !== undefined) give([kept], installer)
  say(
    draft,
    `Ports of ${device.name}`,
    `${half} for ${a.name}, ${ports.length - half} for ${b.name}, the last for the installer.`,
  )
}
