import { CLEAR_SHARE } from '../../radio/backhaul'
import { channelMhz, fresnelRadiusM } from '../../radio/propagation'
import { newAir, newProfile, NEW_ROUTER, portName } from '../../plan'
import type { Device, LinkEnd, Network } from '../../plan'
import { countOf, textOf } from './answers'
import type { Answers } from './answers'
import { mustReachOutside } from './draft/apart'
import { base, baseQuestions, offerAt } from './draft/base'
import type { Base } from './draft/base'
import { bridgeRadio } from './draft/bridgeRadio'
import { change, freshId, now, put, refuse, say } from './draft/draft'
import type { Draft } from './draft/draft'
import { addAccessPoints, carriersOf } from './draft/fleet'
import { addDevice, fixedAt, manageAt } from './draft/gear'
import { newNetwork } from './draft/networks'
import { placeWhereHeard } from './draft/heard'
import { placed, putAt } from './draft/place'
import { cable, freeSocket, setPort } from './draft/plug'
import { giveChannels } from './draft/wireless'
import type { Job } from './job'
import { choice, count, key, ssidFrom, text } from './questions'

const HEIGHT_M = 6

export const bridgePair: Job = {
  name: 'A bridge to another building, or a station that joins an SSID',
  says: 'The far building on your network by radio: a pair of bridge units, or one station with a network behind it.',
  asks: (ask) => [
    ...baseQuestions(ask, { expected: 20, guests: false }),
    choice('way', 'How is the far side fed?', [
      {
        value: 'bridge',
        label: 'A bridge pair',
        gives: 'Whole frames: every network of yours is over there, and the far side is one site with yours.',
        costs: 'Two units, both mounted with a clear path between them.',
      },
      {
        value: 'station',
        label: 'A station that joins your SSID',
        gives: 'One device, and only at the far side.',
        costs: 'A network of its own behind it: yours does not reach in, and addresses are translated twice.',
      },
    ]),
    count(
      'distanceM',
      'How far is it?',
      ask.given.way === 'station' ? 20 : 80,
      [5, ask.given.way === 'station' ? 40 : 2000],
      {
        unit: 'm',
        beyond:
          ask.given.way === 'station'
            ? 'A station hears no further with the antennas in its case: take a bridge pair.'
            : 'Further than that takes a survey of its own, and dishes.',
      },
    ),
    ...(ask.given.way === 'station' ? [] : [key('bridgeKey', 'The key of the bridge?', ask)]),
    text(
      'reason',
      'Why is there no cable?',
      'The way between the buildings cannot be dug up.',
      'A cable is better wherever it can be laid.',
    ),
  ],
  make: (draft, answers) => {
    const made = base(draft, answers, {
      typeId: textOf(answers, 'way') === 'station' ? 't-router' : 't-gateway',
      gear: textOf(answers, 'way') !== 'station',
    })
    if (textOf(answers, 'way') === 'station') station(draft, answers, made)
    else pair(draft, answers, made)
    draft.cautions.push(
      'Roof, mast and ladder: two people, tied off, no metal ladder near lines.',
      'Masts are bonded and protected from surges to the local code; mains are an electrician’s.',
      'Channel and power of an outdoor link are law. Check yours.',
    )
  },
}

/** Both ends, typed in alike; the far one follows the channel of the near one. */
function pair(draft: Draft, answers: Answers, made: Base): void {
  const { gear, people } = made
  const distanceM = countOf(answers, 'distanceM')
  const { listens, ...radio } = bridgeRadio(draft.site.country)
  const profile = put(draft, 'profiles', {
    ...newProfile(freshId(draft, 'profiles', 'key')),
    name: 'Key of the bridge',
    mode: 'wpa2-aes',
    passphrase: textOf(answers, 'bridgeKey'),
  })
  const antenna = put(draft, 'antennas', {
    id: freshId(draft, 'antennas', 'ant-panel'),
    name: 'Panel, 17 dBi, 15°',
    kind: 'dish',
    gainDbi: 17,
    horizontalBeamDeg: 15,
    verticalBeamDeg: 15,
    table: null,
  })
  const [near, far] = (['near', 'far'] as const).map((end) => {
    const unit = addDevice(draft, 't-bridge', {
      id: `bridge-${end}`,
      name: `Bridge, ${end} end`,
      place: end === 'near' ? 'Outside, high, facing the far building' : 'Far building, outside, facing back',
    })
    manageAt(draft, unit, gear)
    return change(draft, unit, {
      powerSource: 'injector',
      router: { ...NEW_ROUTER, role: 'bridgeEnd' },
      radios: [{ ...radio, enabled: true, locked: true }],
    })
  })
  if (!near || !far) return
  const from = placed(draft, made.gateway, 1)
  const antennaId = antenna.id
  putAt(draft, near, { at: from.at, levelId: from.levelId, heightM: HEIGHT_M, antennaId })
  const end = {
    ssid: ssidFrom(draft.site, '-link'),
    profileId: profile.id,
    widthMhz: radio.widthMhz,
    hidden: true,
  }
  change(draft, far, {
    air: newAir(near.id, {
      way: 'bridge',
      band: '5',
      pinned: true,
      reason: textOf(answers, 'reason'),
      near: { ...end, channel: null },
      far: { ...end, channel: radio.channel },
    }),
  })
  const isPlaced = placeWhereHeard(draft, near, far, {
    distanceM,
    heightM: HEIGHT_M,
    turn: (bearingDeg) => {
      aim(draft, near, antennaId, bearingDeg)
      aim(draft, far, antennaId, (bearingDeg + 180) % 360)
    },
  })
  if (!isPlaced) return
  const tags = [people.vlanId].filter((vlanId) => vlanId !== gear.vlanId)
  const nearSocket = freeSocket(draft, near)
  if (!nearSocket) {
    refuse(draft, '', `No socket is left for ${near.name}.`)
    return
  }
  cable(draft, nearSocket, { deviceId: near.id, port: 1 }, 20)
  trunk(draft, nearSocket, gear, tags)
  const aps = farSide(draft, made, far, tags)
  offerAt(draft, answers, made, aps)
  const frequencyMhz = channelMhz('5', radio.channel ?? 0)
  const clearM = CLEAR_SHARE * fresnelRadiusM(frequencyMhz, distanceM / 2, distanceM / 2)
  say(
    draft,
    'The path',
    `${distanceM} m at ${frequencyMhz} MHz, both ends ${HEIGHT_M} m high on the chart: ${clearM.toFixed(1)} m round the line must be clear half-way, ${CLEAR_SHARE * 100} % of the first Fresnel zone. Move both on Ground to where they are.`,
  )
  draft.steps.push(
    'On the bench, side by side: same SSID, key and cipher at both ends. Case counts. Compare them.',
    'The far end gets no channel: it follows.',
    'Hide the bridge’s SSID. Let them register on the bench, power turned down.',
    'Mount both, antennas towards each other, injector: data in, power out.',
    'Read level and rate at both ends; turn one a little, wait, read again.',
    `Then the far switch, and its access point. ${listens ? 'The channel is shared with radar: it is quiet for a minute or more before it speaks.' : ''}`.trim(),
  )
}

const aim = (draft: Draft, device: Device, antennaId: string, azimuthDeg: number): void => {
  const { position } = now(draft, device)
  if (position) putAt(draft, device, { ...position, antennaId, azimuthDeg })
}

const trunk = (draft: Draft, end: LinkEnd, gear: Network, taggedVlans: number[]): void => {
  setPort(draft, end, {
    mode: taggedVlans.length > 0 ? 'trunk' : 'access',
    nativeVlan: gear.vlanId,
    taggedVlans,
    admit: 'all',
    poe: false,
  })
}

/** A switch at the far side and an access point on it. */
function farSide(draft: Draft, { gear, people }: Base, far: Device, tags: number[]): Device[] {
  const behind = addDevice(draft, 't-switch8', {
    id: 'far-switch',
    name: 'Far switch',
    place: 'Far building',
    vlanId: people.vlanId,
  })
  manageAt(draft, behind, gear)
  cable(draft, { deviceId: behind.id, port: 1 }, { deviceId: far.id, port: 1 }, 15)
  trunk(draft, { deviceId: behind.id, port: 1 }, gear, tags)
  const kept = { deviceId: behind.id, port: behind.ports.length }
  setPort(draft, kept, { nativeVlan: gear.vlanId })
  say(
    draft,
    behind.name,
    `Behind ${portName(draft.site, { deviceId: far.id, port: 1 })}, for what stands there; its last socket is the installer’s.`,
  )
  return addAccessPoints(draft, {
    count: 1,
    gear,
    clients: people,
    lengthM: 15,
    addressing: 'dhcp',
    near: behind.id,
  })
}

/** A household router that joins the people's SSID and serves a network behind it. */
function station(draft: Draft, answers: Answers, made: Base): void {
  const [near] = carriersOf(draft)
  const parent = near
    ? giveChannels(draft, near)
    : addAccessPoints(draft, {
        count: 1,
        gear: made.gear,
        clients: made.people,
        lengthM: 15,
        addressing: 'dhcp',
      })[0]
  if (!parent) return
  offerAt(draft, answers, made, [parent])
  const joined = draft.site.ssids.find(({ networkId }) => networkId === made.people.id)
  const fresh = addDevice(draft, 't-router', {
    id: 'station',
    name: 'Far station',
    place: 'Far building, towards the near one',
  })
  const inner = newNetwork(draft, {
    purpose: 'other',
    name: 'Far side',
    clients: 10,
    router: fresh,
    asked: 'clients',
  })
  change(draft, fresh, {
    router: { ...NEW_ROUTER, role: 'station' },
    ports: fresh.ports.map((port) => ({ ...port, nativeVlan: inner.vlanId })),
    management: fixedAt(inner, inner.gateway),
    air: newAir(parent.id, {
      way: 'station',
      ssidId: joined?.id ?? null,
      band: '2.4',
      pinned: true,
      reason: textOf(answers, 'reason'),
    }),
    radios: fresh.radios.map((radio) => ({ ...radio, enabled: radio.band === '2.4' })),
  })
  placed(draft, parent, 2)
  placeWhereHeard(draft, parent, fresh, { distanceM: countOf(answers, 'distanceM'), heightM: 2 })
  mustReachOutside(draft, inner)
  say(
    draft,
    fresh.name,
    `Joins ${joined?.name ?? 'the SSID'} as a client and takes an address there; behind it ${inner.subnet}, for what is plugged into it.`,
  )
  draft.steps.push(
    'Laptop at the station by cable. New admin name and password.',
    `Mode: station. Look for ${joined?.name ?? 'the SSID'}, type the key. It follows the channel.`,
    `Inner network ${inner.subnet}, address server on. It must differ from ${made.people.subnet}.`,
    'Carry it over, turn it until the level is best: half of full signal at least (about −75 dBm), more is better.',
    'From a socket behind it, ping its own address, the near gateway, and something outside.',
  )
}
