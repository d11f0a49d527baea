import { CATALOGUE } from '../../judge/findings'
import type { Code } from '../../judge/findings'
import { ORDER_CODES } from '../runbook/orderCodes'
import type { OrderCode } from '../runbook/orderCodes'
import type { JobId } from './table'

export interface GuideWords {
  /** When one takes this job, and what to have in the van. */
  when: string
  take: readonly string[]
  /** What usually goes wrong with it. */
  mistakes: readonly GuideCode[]
}

/** Mistakes of plans, of orders, and of proof. */
export type GuideCode = Code | OrderCode | keyof typeof PROOF_MISTAKES

const PROOF_MISTAKES = {
  'PRF-1': {
    mistake: 'Throughput judged against the tariff or the number on the box',
    todo: 'Measure inside, both ways, and compare with the wire and with what that link can carry.',
  },
  'PRF-2': {
    mistake: 'A device that holds on to the far access point',
    todo: 'Wait 30 to 60 s after walking, or leave the network and join it again; then measure.',
  },
} as const

/** A mistake as the guide names it, and the way out. */
export function mistakeWords(code: GuideCode): { mistake: string; todo: string } {
  if (code in PROOF_MISTAKES) return PROOF_MISTAKES[code as keyof typeof PROOF_MISTAKES]
  if (code in ORDER_CODES) {
    const { means, instead } = ORDER_CODES[code as OrderCode]
    return { mistake: means.replace(/\.$/, ''), todo: instead }
  }
  return CATALOGUE[code as Code]
}

const BENCH = 'a laptop with a cable, and a pin for the reset'

/** What the guide says of a job beyond what the job itself makes. Common practice, no source. */
export const GUIDE_WORDS: Record<JobId, GuideWords> = {
  'one-router': {
    when: 'A home or a shop with one router and nobody who looks after it. The order matters more than the settings: doors are shut before the feed is plugged in.',
    take: ['the router with its supply', 'one patch cord to the modem', BENCH],
    mistakes: ['SEC-1', 'SEC-2', 'SSI-2', 'ADR-7', 'ROL-3'],
  },
  'old-router': {
    when: 'There is a second router in a drawer, and a room that the first does not reach. One network, one set of printers, nothing to translate.',
    take: ['the old router and its supply', 'a cable from the first', BENCH],
    mistakes: ['ORD-1', 'ADR-1', 'ADR-3', 'ADR-2', 'ROL-1', 'SSI-1', 'RAD-2'],
  },
  'inner-router': {
    when: 'Somebody wants a network of his own behind yours: a tenant, a workshop, a test bench. It reaches out; you do not reach in.',
    take: ['the second router and its supply', 'a cable to its WAN socket', BENCH],
    mistakes: ['ROL-1', 'ROL-3', 'ADR-6', 'SSI-1'],
  },
  'two-networks': {
    when: 'Two companies share one feed, or a flat and a shop. Each has its own ports, SSID and addresses, and neither sees the other.',
    take: ['labels for the ports', 'a second laptop or a phone, to ping from the other side', BENCH],
    mistakes: ['ISO-1', 'ISO-2', 'ROL-4', 'SSI-3', 'VLN-1', 'SEC-4'],
  },
  bridge: {
    when: 'A shed, a second house, a gatehouse across the yard: no cable can be laid, and the two places see each other.',
    take: [
      'two bridge units with clamps and injectors',
      'outdoor cable, drip loops, surge protection',
      'two people and a ladder',
    ],
    mistakes: ['BKH-5', 'BKH-6', 'BKH-7', 'BKH-8', 'RAD-1', 'POW-2'],
  },
  mesh: {
    when: 'A house or a small office where cables are few. Two or three nodes are usual; five or six in all are the ceiling.',
    take: ['the kit, all of one family', 'a cable for every node that can have one', BENCH],
    mistakes: ['ROL-2', 'ROL-3', 'BKH-1', 'BKH-2', 'BKH-3', 'BKH-4', 'VLN-4', 'CAB-2'],
  },
  'access-points': {
    when: 'An office, a school, a hotel floor: ceilings with cables to them, and one place from which all are set.',
    take: [
      'access points with brackets',
      'a switch that feeds them, or injectors',
      'licences, and firmware for all',
      'ladder, and a second person',
    ],
    mistakes: ['POW-1', 'POW-2', 'VLN-1', 'VLN-3', 'CTL-4', 'CTL-8', 'SSI-5', 'ORD-4'],
  },
  'one-more-by-radio': {
    when: 'One corner fades, and no cable goes there. It is staged by cable on the bench first, whenever that can be done.',
    take: [
      'an access point of the same family',
      'an injector or a supply for the far place',
      'a patch cord for the bench',
    ],
    mistakes: ['BKH-1', 'BKH-2', 'BKH-4', 'VLN-5', 'CTL-4', 'ORD-4', 'ORD-5'],
  },
  cluster: {
    when: 'Up to ten access points and no wish for a controller: they elect a master, and all settings are made at one shared address.',
    take: [
      'access points of one family and firmware',
      'a list of addresses and priorities',
      'a switch that feeds them',
    ],
    mistakes: ['CTL-6', 'ADR-2', 'ADR-4', 'POW-1', 'VLN-1'],
  },
  'virtual-controller': {
    when: 'Dozens or hundreds of access points, and a server that has room. What is chosen at the first start stays.',
    take: ['the image and its sums', 'address, mask, gateway, name and time servers on paper', 'licences'],
    mistakes: ['CTL-7', 'CTL-4', 'CTL-8', 'CTL-1'],
  },
  'remote-worker': {
    when: 'Somebody works from home and wants the office’s network there, by air and at a socket, without a program on the computer.',
    take: [
      'the access point, set up and tried',
      'an injector',
      'the public address, and access to the gateway',
    ],
    mistakes: ['CTL-2', 'CTL-3', 'CTL-5', 'RMT-1'],
  },
  'company-login': {
    when: 'People come and go, and one key for all is known to too many. Each logs in with a name of his own.',
    take: ['the list of people', 'the secret, the same at both ends', 'a client of each sort to try'],
    mistakes: ['ENT-1', 'ENT-2', 'ENT-3', 'ENT-4', 'CTL-8'],
  },
  'slow-wifi': {
    when: 'Somebody says so. Measure before you change anything: inside, both ways, against a wired baseline.',
    take: ['a laptop with a cable and a radio', 'a throughput server on the wired side', 'paper'],
    mistakes: ['PRF-1', 'PRF-2', 'CAB-2', 'CAB-1', 'BKH-2', 'RAD-2', 'RAD-4', 'SSI-5'],
  },
}
