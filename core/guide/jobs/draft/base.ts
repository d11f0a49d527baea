import { MOST_SSID_OCTETS, isEnterprise, isHouseholdRouter, octetsOf, profileOf } from '../../../plan'
import type { Device, Network, Purpose, Site, Ssid } from '../../../plan'
import { countOf, isYes, textOf } from '../answers'
import type { Answers } from '../answers'
import { clients, countryIfMissing, key, ssid, ssidFrom, yesNo } from '../questions'
import type { Ask, Question } from '../questions'
import { keepAllApart, mustReachOutside } from './apart'
import { put, refuse, say } from './draft'
import type { Draft } from './draft'
import { feed, feedQuestion, gatewayOf, manageGateway } from './feed'
import { listAtServer } from './logins'
import { networkFor } from './networks'
import { FOR_GUESTS, offer } from './wireless'

/** What most jobs stand on: a gateway, the networks behind it, and the SSIDs of people and guests. */
export interface Base {
  gateway: Device
  /** Where the gear is managed; the people's own where a household router has no other. */
  gear: Network
  people: Network
  guests: Network | null
}

const networkAt = (site: Site, purpose: Purpose): Network | undefined => {
  const gateway = gatewayOf(site)
  return site.networks.find((network) => network.purpose === purpose && network.routedBy === gateway?.id)
}

const ssidAt = (site: Site, purpose: Purpose): Ssid | undefined => {
  const network = networkAt(site, purpose)
  return network && site.ssids.find(({ networkId }) => networkId === network.id)
}

interface Wishes {
  expected?: number
  guests?: boolean
  /** Whether an SSID with a key is asked for; a company login has none. */
  ssid?: boolean
  /** Whether it is asked how many they are; a household is taken to have the number expected. */
  heads?: boolean
}

const HOUSEHOLD = 20
/** Addresses for switches, controllers and what else is managed. */
const GEAR = 20

/** Country, feed, and the SSIDs for people and guests, as far as the site does not have them. */
export const baseQuestions = (
  ask: Ask,
  { expected = HOUSEHOLD, guests = true, ssid: asked = true, heads = true }: Wishes = {},
): Question[] => [
  ...countryIfMissing(ask),
  ...feedQuestion(ask),
  ...(ssidAt(ask.site, 'staff') || !asked
    ? []
    : [
        ssid('ssid', 'What is the wireless network called?', ssidFrom(ask.site)),
        key('key', 'Its key?', ask),
      ]),
  ...(heads
    ? [
        clients(
          'clients',
          'How many devices of your people?',
          networkAt(ask.site, 'staff')?.expectedClients ?? expected,
        ),
      ]
    : []),
  ...(networkAt(ask.site, 'guests') || !guests ? [] : guestQuestions(ask)),
]

const guestQuestions = (ask: Ask): Question[] => [
  yesNo('guests', 'Are there guests?', true, 'A network of their own: on when wanted, apart from yours.'),
  ...(ask.given.guests === false || ask.given.guests === 'no'
    ? []
    : [key('guestKey', 'The guests’ key?', ask)]),
]

/**
 * gear: in a network of its own, as managed devices are; otherwise, and behind a household router, among the people. fleet: the question
 * that says how many access points there will be, all of which want an address in it.
 */
export function base(
  draft: Draft,
  answers: Answers,
  { typeId, gear: apart, fleet }: { typeId: string; gear: boolean; fleet?: string },
): Base {
  const gateway = feed(draft, answers, typeId)
  const wanted = (purpose: Purpose, name: string, heads: number, asked = 'clients', fixed = 0) =>
    networkFor(draft, { purpose, name, clients: heads, router: gateway, asked, fixed })
  const heads = 'clients' in answers ? countOf(answers, 'clients') : HOUSEHOLD
  const isApart = apart && !isHouseholdRouter(gateway)
  // A few access points are among the gear that any site has.
  const more = fleet ? Math.max(0, countOf(answers, fleet) - GEAR) : 0
  const gear = isApart ? wanted('management', 'Gear', GEAR + more, fleet, more) : null
  const people = wanted('staff', isApart ? 'Staff' : 'Home', heads)
  const known = networkAt(draft.site, 'guests')
  const guests = known ?? (isYes(answers, 'guests') ? wanted('guests', 'Guests', heads) : null)
  manageGateway(draft, gateway, gear ?? people)
  for (const network of [gear, people, guests]) if (network) mustReachOutside(draft, network)
  if (guests) keepAllApart(draft, [guests, people])
  if (guests && gear) keepAllApart(draft, [guests, gear])
  return { gateway, gear: gear ?? people, people, guests }
}

const AFTER = '-Guests'

/** What guests join: as the people's own, with a word behind it, where that fits into an SSID. */
function guestName(site: Site, people: Network): string {
  const own = site.ssids.find(({ networkId }) => networkId === people.id)?.name ?? ''
  return own !== '' && octetsOf(own + AFTER) <= MOST_SSID_OCTETS ? own + AFTER : ssidFrom(site, AFTER)
}

/** The SSIDs of people and guests on these access points; those that are there already are offered by these too. */
export function offerAt(
  draft: Draft,
  answers: Answers,
  { people, guests }: Base,
  on: readonly Device[],
): void {
  if (!join(draft, people, on))
    offer(draft, { name: textOf(answers, 'ssid'), network: people, key: textOf(answers, 'key'), on })
  if (guests && !join(draft, guests, on))
    offer(draft, {
      name: guestName(draft.site, people),
      network: guests,
      key: textOf(answers, 'guestKey'),
      on,
      part: FOR_GUESTS,
    })
}

/** What a network is offered as already, offered by these access points too; null where it is on no radio yet. */
function join(draft: Draft, network: Network, on: readonly Device[]): Ssid | null {
  const all = draft.site.ssids.filter(({ networkId }) => networkId === network.id)
  const known = all.filter((ssid) => !on.some(({ remote }) => remote !== null) || mayGoOut(draft.site, ssid))
  if (all.length > 0 && known.length === 0)
    refuse(
      draft,
      '',
      `All SSIDs of ${network.name} ask for a login, and an access point elsewhere does not reach the login server by itself. Let the controller ask for it, or add an SSID with a key first.`,
    )
  for (const one of known)
    if (one.accessPointIds !== null && one.groupIds === null)
      put(draft, 'ssids', {
        ...one,
        accessPointIds: [...new Set([...one.accessPointIds, ...on.map(({ id }) => id)])],
      })
  for (const one of known) listAtServer(draft, one, on)
  const [first] = known
  if (first && on.length > 0)
    say(
      draft,
      `SSID ${first.name}`,
      `Offered at ${on.map(({ name }) => name).join(', ')} too, protected as it is.`,
    )
  return first ?? all[0] ?? null
}

/** Whether an access point at the far end of a tunnel can offer it: one that asks the login server itself would not reach it. */
const mayGoOut = (site: Site, ssid: Ssid): boolean => {
  const profile = profileOf(site, ssid)
  return !isEnterprise(profile) || profile?.radius?.authenticator === 'controller'
}
