import { placeKey } from '~/core/network/layer2'
import type { Attachment } from '~/core/network/layer2'
import { meets, meetsOutside, membersOf } from '~/core/network/layer3'
import type { Member } from '~/core/network/layer3'
import { networkOf } from '~/core/plan'
import { INTERNET } from './lab'
import type { Lab } from './lab'

/** Who meets whom in a lab: what a real ping gets through, beside what the twin says. */

/** One SSID may keep its clients apart in its access point, and there is none in the lab. */
const comparable = (from: Attachment, { host }: Member): boolean =>
  placeKey(host.place) !== placeKey(from.place) &&
  !(host.place.key === from.place.key && host.place.key.startsWith('ssid:'))

export interface Met {
  from: Attachment
  networkId: string
  says: string
  real: boolean
  /** What the twin says, for each address that the place may have. */
  twin: boolean[]
}

/** What the twin says of one host, for each address that the client may have and each that the host may have. */
const saidOf = (lab: Lab, from: Attachment, { id, member }: { id: string; member: Member }): boolean[] =>
  membersOf(lab.twin, networkOf(lab.site, id)!)
    .filter(({ host }) => placeKey(host.place) === placeKey(member.host.place))
    .flatMap((variant) => meets(lab.twin, from, variant).map(({ answered }) => answered))

/**
 * A busy machine loses a ping, and none is answered by chance: what should have answered and did not is asked again,
 * twice.
 */
async function surelyAnswering(
  lab: Lab,
  from: Attachment,
  ips: readonly string[],
  hoped: ReadonlySet<string>,
): Promise<ReadonlySet<string>> {
  const answered = new Set(await lab.answering(from.place, ips))
  for (let again = 0; again < 2; again++) {
    const missed = ips.filter((ip) => hoped.has(ip) && !answered.has(ip))
    if (missed.length === 0) break
    await new Promise((done) => setTimeout(done, 1000))
    for (const ip of await lab.answering(from.place, missed)) answered.add(ip)
  }
  return answered
}

async function pairsFrom(
  lab: Lab,
  from: Attachment,
  targets: { id: string; member: Member }[],
): Promise<Met[]> {
  const said = [
    ...targets
      .filter(({ member }) => comparable(from, member))
      .map((target) => ({
        networkId: target.id,
        says: `${from.label} to ${target.member.host.label}`,
        ip: lab.addressAt(target.member.host.place),
        twin: saidOf(lab, from, target),
      })),
    {
      networkId: '',
      says: `${from.label} to the internet`,
      ip: INTERNET,
      twin: meetsOutside(lab.twin, from).map(({ answered }) => answered),
    },
  ]
  const known = said.flatMap(({ ip, twin }) => (ip === null ? [] : [{ ip, twin }]))
  const hoped = new Set(known.filter(({ twin }) => twin.includes(true)).map(({ ip }) => ip))
  const answered = await surelyAnswering(lab, from, [...new Set(known.map(({ ip }) => ip))], hoped)
  return said.map(({ ip, ...row }) => ({ ...row, from, real: answered.has(ip ?? '') }))
}

export async function everyPair(lab: Lab): Promise<Met[]> {
  const targets = lab.site.networks.flatMap(({ id }) => lab.members(id).map((member) => ({ id, member })))
  return (await Promise.all(lab.sources().map((from) => pairsFrom(lab, from, targets)))).flat()
}

/** Where luck decides which address a place has, only what holds for each of them can be compared. */
export const sureOf = (rows: readonly Met[]): Met[] => rows.filter(({ twin }) => new Set(twin).size === 1)
