import { nanoid } from 'nanoid'
import { checksHere, servicesHere, serviceSeen, serviceWords, testsHere } from '~/core/judge/proof'
import type { HereCheck, HereResult, Seen } from '~/core/judge/proof'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import type { Here } from '~/core/network/here'
import { attachmentOf } from '~/core/network/layer2'
import type { Site } from '~/core/plan'
import type { Heard } from '~/core/formats'
import { askHost, askService, interfacesHere, readHere, scanHere } from '~/field/laptop'
import type { HereRequest } from '~/schema/here'
import { measure } from './measured.server'
import type { Measured } from './measured.server'
import { siteOr404 } from '../derived/siteState.server'
import { store } from '../sites/store.server'
import { keepRoam, sampleRoam } from './roamed.server'
import type { JoinedNow } from './roamed.server'
import { unknownIn } from './observations.server'

export interface Looked {
  /** Names of those that may be the one. */
  interfaces: string[]
  here: Here
  checks: HereCheck[]
}

export type HereAnswer =
  | Looked
  | { result: HereResult }
  | { service: ServiceResult }
  | Scanned
  | { filed: number }
  | Measured
  | JoinedNow
  | { says: string[] }

/** Reads what this laptop is plugged into, or asks one host from there. Only what the plan names is ever asked. */
export async function doHere(siteId: string, request: HereRequest): Promise<Outcome<HereAnswer>> {
  switch (request.kind) {
    case 'ask':
      return ask(siteId, request)
    case 'service':
      return askOf(siteId, request)
    case 'joined':
      return sampleRoam(siteId, request)
    case 'roamed':
      return keepRoam(siteId, request)
    case 'scan':
      return scan(siteId, request.interfaceName)
    case 'throughput':
      return measure(siteId, request)
    case 'heard':
      return keepHeard(siteId, request)
    default:
      return look(siteId, request)
  }
}

/** What this laptop heard, by a name under which some of it can be filed. */
export interface Scanned {
  scanId: string
  heard: Heard[]
}

/** The last scan for each site: levels are filed as they were read here, whatever the page says of them. */
const scans = new Map<string, Scanned>()

async function scan(siteId: string, interfaceName: string | null): Promise<Outcome<Scanned>> {
  const heard = await scanHere(interfaceName)
  if (!heard.ok) return heard
  const scanned = { scanId: nanoid(10), heard: heard.value }
  scans.set(siteId, scanned)
  return good(scanned)
}

function keepHeard(
  siteId: string,
  { scanId, levelId, at, client, matched, silent, who }: Extract<HereRequest, { kind: 'heard' }>,
): Outcome<{ filed: number }> {
  const { site, revision } = siteOr404(siteId)
  const scanned = scans.get(siteId)
  if (scanned?.scanId !== scanId)
    return bad({
      path: ['scanId'],
      code: 'scan.gone',
      message: 'That scan is not there any more. Listen again here.',
    })
  const levels = new Map(scanned.heard.map(({ bssid, rssiDbm }) => [bssid, rssiDbm]))
  const spot = { kind: 'heard' as const, levelId, at, client }
  const seen: Seen[] = [
    ...matched.flatMap(({ bssid, deviceId, band }) => {
      const rssiDbm = levels.get(bssid)
      return rssiDbm === undefined ? [] : [{ ...spot, deviceId, band, rssiDbm, bssid }]
    }),
    ...silent.map(({ deviceId, band }) => ({ ...spot, deviceId, band, rssiDbm: null })),
  ]
  const problems = seen.flatMap((one, i) => unknownIn(site, one, i))
  if (problems.length > 0) return { ok: false, problems }
  store().observations.add(siteId, { revision, who, place: '', source: 'measured', seen })
  return good({ filed: seen.length })
}

async function look(
  siteId: string,
  { attachmentId, interfaceName, who, kind }: Extract<HereRequest, { kind: 'look' | 'keep' }>,
): Promise<Outcome<Looked>> {
  const { site } = siteOr404(siteId)
  const [all, here] = [await interfacesHere(), await readHere(interfaceName)]
  if (!all.ok) return all
  if (!here.ok) return here
  const checks = checksHere(site, attachmentId, here.value)
  if (!checks)
    return bad({
      path: ['attachmentId'],
      code: 'reference.unknown',
      message: 'That place is not in the plan any more. Choose where the laptop is.',
    })
  if (kind === 'keep') keep(siteId, who, attachmentId, ...readSeen(attachmentId, here.value))
  return good({ interfaces: all.value.map(({ name }) => name), here: here.value, checks })
}

/** What was read of the place itself, as evidence: the address, and of a cable its rate and its other end. */
function readSeen(attachmentId: string, { ip, gateway, speedMbps, neighbour, radio }: Here): Seen[] {
  return [
    { kind: 'address', attachmentId, ip, gateway },
    ...(speedMbps !== null && radio === null
      ? [{ kind: 'linkSpeed' as const, attachmentId, speedMbps }]
      : []),
    ...(neighbour ? [{ kind: 'neighbour' as const, attachmentId, ...neighbour }] : []),
  ]
}

/** One server asked for what it is there for, and what came of it in words. */
export interface ServiceResult {
  id: string
  says: string
  ok: boolean | null
}

async function askOf(
  siteId: string,
  { attachmentId, interfaceName, testId, name, who }: Extract<HereRequest, { kind: 'service' }>,
): Promise<Outcome<{ service: ServiceResult }>> {
  const { site } = siteOr404(siteId)
  const test = servicesHere(site, attachmentId, name).find(({ id }) => id === testId)
  if (!test)
    return bad({
      path: ['testId'],
      code: 'here.unknown',
      message: 'That server is not asked from here any more: the plan has changed. Begin again.',
    })
  const answer = await askService(test)
  const seen = serviceSeen(test, answer, attachmentId)
  if (seen && (await isWhereItIsSaid(site, attachmentId, interfaceName)))
    keep(siteId, who, attachmentId, seen)
  return good({ service: { id: testId, says: serviceWords(test, answer), ok: answer.answered } })
}

async function ask(
  siteId: string,
  { attachmentId, interfaceName, testId, outside, helpers, who }: Extract<HereRequest, { kind: 'ask' }>,
): Promise<Outcome<{ result: HereResult }>> {
  const { site } = siteOr404(siteId)
  const tests = testsHere(site, attachmentId, { outside, helpers })
  if (!tests.ok) return tests
  const test = tests.value.tests.find(({ id }) => id === testId)
  if (!test)
    return bad({
      path: ['testId'],
      code: 'here.unknown',
      message: 'That host is not asked from here any more: the plan has changed. Begin again.',
    })
  const result: HereResult = { ...test, ...(await askHost(test.ip)) }
  const { to, ip, answered } = result
  if (to !== null && (await isWhereItIsSaid(site, attachmentId, interfaceName)))
    keep(siteId, who, attachmentId, {
      kind: 'ping',
      fromNetworkId: tests.value.networkId,
      to,
      answered,
      ip,
      attachmentId,
    })
  return good({ result })
}

/** With an address of another network the laptop does not speak for that of its place: what it meets there is no evidence. */
async function isWhereItIsSaid(
  site: Site,
  attachmentId: string,
  interfaceName: string | null,
): Promise<boolean> {
  const here = await readHere(interfaceName)
  const checks = here.ok ? checksHere(site, attachmentId, here.value) : null
  return checks?.find(({ what }) => what === 'address')?.ok !== false && checks !== null
}

function keep(siteId: string, who: string, attachmentId: string, ...seen: Seen[]): void {
  const { site, revision } = siteOr404(siteId)
  const place = attachmentOf(site, attachmentId)?.label ?? ''
  store().observations.add(siteId, {
    revision,
    who: who || 'somebody',
    place,
    source: 'measured',
    seen,
  })
}
