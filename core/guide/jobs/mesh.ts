import { plural } from '../../lib/plural'
import { freeSockets, kindOf, newAir } from '../../plan'
import type { Device } from '../../plan'
import { countOf, textOf } from './answers'
import { base, baseQuestions, offerAt } from './draft/base'
import type { Base } from './draft/base'
import { change, now, numbered, refuse, say } from './draft/draft'
import type { Draft } from './draft/draft'
import { addDevice, manageAt } from './draft/gear'
import { placeWhereHeard } from './draft/heard'
import { placeBeside, placed } from './draft/place'
import { cable, freeSocket, plugIn, setPort } from './draft/plug'
import { giveChannels } from './draft/wireless'
import type { Job } from './job'
import { choice, count } from './questions'

/** Five or six nodes in all: common practice, no source. */
const MOST_NODES = 5
const HEIGHT_M = 1.5

export const meshKit: Job = {
  name: 'A mesh kit for a home or a small office',
  says: 'The gateway straight behind the modem, nodes by radio or by cable, a switch where more sockets are wanted.',
  asks: (ask) => [
    count('nodes', 'How many nodes besides the gateway?', 2, [1, MOST_NODES], {
      beyond: 'Five or six in all is the usual ceiling of a kit: more wants access points with a controller.',
    }),
    count('cabled', 'How many of them can have a cable?', 0, [0, MOST_NODES], {
      hint: 'Every cable gives airtime back, to the node and to everybody else.',
    }),
    count('distanceM', 'How far apart do they stand?', 8, [3, 20], {
      unit: 'm',
      hint: 'Indoors 6 to 12 m is usual.',
      beyond: 'Put a node between.',
    }),
    choice('switch', 'Are more sockets wanted?', [
      { value: 'none', label: 'No' },
      {
        value: 'plain',
        label: 'An unmanaged switch behind the gateway',
        gives: 'Sockets for what is wired, nothing to set.',
        costs: 'For your own network alone: guests cannot be carried through it.',
      },
      {
        value: 'managed',
        label: 'A managed switch behind the gateway',
        gives: 'Cabled nodes can be plugged into it, guests and all.',
        costs: 'A VLAN on its ports to get right.',
      },
    ]),
    ...baseQuestions(ask, { heads: false }),
  ],
  make: (draft, answers) => {
    const [nodes, cabled] = [
      countOf(answers, 'nodes'),
      Math.min(countOf(answers, 'cabled'), countOf(answers, 'nodes')),
    ]
    const { mostChildren } = draft.site.backhaul
    if (nodes - cabled > mostChildren) {
      refuse(
        draft,
        'cabled',
        `How many of them can have a cable? ${cabled} leave ${nodes - cabled} by radio, and a parent carries ${mostChildren} at most. Accepted: ${nodes - mostChildren} to ${nodes}.`,
      )
      return
    }
    const made = base(draft, answers, { typeId: 't-mesh', gear: false })
    const root = rootOf(draft, made, nodes > cabled)
    if (!root || !hasSockets(draft, root, cabled, textOf(answers, 'switch'))) return
    addSwitch(draft, made, textOf(answers, 'switch'))
    const all = Array.from({ length: nodes }, (_, i) =>
      node(draft, made, root, { isCabled: i < cabled, distanceM: countOf(answers, 'distanceM') }),
    )
    offerAt(draft, answers, made, [root, ...all])
    say(
      draft,
      'Mixed speeds',
      'A 1 G socket anywhere on the way caps it near 940 Mbit/s: the 2.5 G socket of the gateway goes to the switch or to the busiest node.',
    )
    draft.steps.push(
      'Gateway straight into the modem: no switch between. Modem off for 2 min, then on, then the gateway.',
      'New admin password, firmware, country. SSID and key; guests off until wanted.',
      'Nodes one by one, first beside the gateway. Wait until each is listed: about 2 min, and 2 min more.',
      'Carry each out, half-way to where it is weak. Parent between −40 and −62 dBm.',
      'Pin the parent. Measure both ways at each node before the next.',
    )
    if (nodes > cabled)
      draft.cautions.push(
        'Each radio hop takes airtime from its parent’s own clients too. A third radio kept for the nodes avoids most of it, and needs its level.',
      )
  },
}

/** The gateway where it is on the air; it takes children where somebody comes by radio. */
function rootOf(draft: Draft, { gateway }: Base, takesChildren: boolean): Device | null {
  const root = now(draft, gateway)
  if (root.mesh === null || root.radios.length === 0) {
    refuse(
      draft,
      '',
      `${root.name} has no radio that a mesh could begin at. “A few access points” is the job for it.`,
    )
    return null
  }
  placed(draft, root, HEIGHT_M)
  const mesh = now(draft, root).mesh
  change(draft, root, { mesh: mesh && { ...mesh, takesChildren: mesh.takesChildren || takesChildren } })
  return giveChannels(draft, root)
}

/** Cabled nodes go to the gateway's own sockets, or to a managed switch. */
function hasSockets(draft: Draft, root: Device, cabled: number, kind: string): boolean {
  const others = draft.site.devices.filter((device) => kindOf(device).switching === 'managed')
  const free = freeSockets(draft.site, root).length - (kind === 'plain' ? 1 : 0)
  if (kind === 'managed' || others.length > 0 || cabled <= free) return true
  refuse(
    draft,
    'switch',
    `Are more sockets wanted? ${plural(cabled, 'node')} by cable, and ${root.name} has ${plural(free, 'free socket')}${kind === 'plain' ? ' beside the unmanaged switch, which cannot carry guests' : ''}. Accepted: managed, or fewer by cable.`,
  )
  return false
}

interface Node {
  isCabled: boolean
  distanceM: number
}

function node(draft: Draft, made: Base, root: Device, { isCabled, distanceM }: Node): Device {
  const { gear, people } = made
  const fresh = addDevice(draft, 't-mesh-node', {
    id: 'node',
    name: numbered(draft, 'Node'),
    vlanId: gear.vlanId,
  })
  manageAt(draft, fresh, gear)
  if (isCabled) {
    placeBeside(draft, now(draft, root), fresh, { distanceM, heightM: HEIGHT_M, isFit: () => true })
    plugIn(draft, fresh, { network: gear, gear, clients: people, lengthM: Math.max(5, distanceM * 2) })
    return giveChannels(draft, fresh)
  }
  const radios = now(draft, fresh).radios.map((radio) => {
    const upper = now(draft, root).radios.find(({ band }) => band === radio.band)
    return radio.band === '5'
      ? { ...radio, channel: upper?.channel ?? null, widthMhz: upper?.widthMhz ?? radio.widthMhz }
      : radio
  })
  change(draft, fresh, {
    radios,
    air: newAir(root.id, { way: 'mesh', band: '5', pinned: true, reason: 'No cable can be laid to it.' }),
    mesh: { takesChildren: false, seeksParent: true, ownBand: null },
  })
  placeWhereHeard(draft, root, fresh, { distanceM, heightM: HEIGHT_M })
  return giveChannels(draft, fresh)
}

function addSwitch(draft: Draft, { gear, gateway }: Base, kind: string): void {
  if (kind === 'none' || kind === '') return
  const isPlain = kind === 'plain'
  const fresh = addDevice(draft, isPlain ? 't-plain5' : 't-switch8', {
    id: 'switch',
    name: isPlain ? 'Plain switch' : 'Switch',
    place: gateway.place,
    vlanId: gear.vlanId,
  })
  const at = freeSocket(draft, fresh)
  if (!at) {
    refuse(
      draft,
      'switch',
      `Are more sockets wanted? No socket of ${gateway.name} is left for ${fresh.name}.`,
    )
    return
  }
  cable(draft, at, { deviceId: fresh.id, port: 1 }, 2)
  setPort(draft, at, { mode: 'access', nativeVlan: gear.vlanId, taggedVlans: [], admit: 'untaggedOnly' })
  if (!isPlain) manageAt(draft, fresh, gear)
}
