import type { LinkUnderTest, ThroughputRun } from '~/core/judge/proof'
import { networkAround } from '~/core/network/addressing'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import type { Here } from '~/core/network/here'
import { deviceOf } from '~/core/plan'
import { measureThroughput, readHere, serverCommand } from '~/field/laptop'
import type { HereRequest } from '~/schema/here'
import { readIperf3 } from '~/schema/iperf3'
import { siteOr404 } from '../derived/siteState.server'
import { store } from '../sites/store.server'

/** The test that a way was filed with, so that the other way can join it. */
export interface Measured {
  testId: string
}

type Wish = Extract<HereRequest, { kind: 'throughput' }>

const refused = (field: string, message: string) => bad({ path: [field], code: 'here.throughput', message })

/** One way of a throughput test by this laptop, against a server in one of the plan's networks. */
export async function measure(siteId: string, wish: Wish): Promise<Outcome<Measured>> {
  const { site } = siteOr404(siteId)
  const { ip, deviceId, direction } = wish
  if (!networkAround(site, ip))
    return refused(
      'ip',
      `“${ip}” is in none of the plan’s networks. Across the internet the tariff is measured, not this link: give a server on the wired side of the site.`,
    )
  if (deviceId !== null && !deviceOf(site, deviceId))
    return refused('deviceId', 'That device is not in the plan any more. Choose where you measure.')
  const here = await readHere(wish.interfaceName)
  const link = linkOf(wish, here.ok ? here.value : null)
  if (!link)
    return refused(
      'linkMbps',
      'The laptop cannot tell the rate of its link. Type it, as the client shows it.',
    )
  if (wish.band !== null && here.ok && !here.value.radio)
    return refused(
      'band',
      `${wish.interfaceName ?? 'That interface'} has no radio that is joined, so this would measure a cable. Choose the wireless interface, or “by cable”.`,
    )
  if (wish.band !== null && here.ok && here.value.ip === null)
    return refused(
      'band',
      'The radio has no address, so no route to the server leads over it. Join the SSID first.',
    )
  const said = await measureThroughput(wish)
  if (!said.ok) return said
  const run = readIperf3(said.value, direction)
  if (!run.ok)
    return refused(
      'ip',
      `${run.problems[0]?.message ?? ''} Run “${serverCommand(wish.port)}” at ${ip} first.`,
    )
  // What the wire of this site gave is looked up for each way when it is read.
  return file(siteId, wish, { ...link, baselineMbps: null }, run.value)
}

/** A radio link's rate, or that of the cable: as the laptop reads it, else as it was typed. */
function linkOf({ linkMbps, band }: Wish, here: Here | null): Omit<LinkUnderTest, 'baselineMbps'> | null {
  const read = here?.radio ? here.radio.rateMbps : (here?.speedMbps ?? null)
  const rate = linkMbps ?? read
  const medium = band !== null || here?.radio ? 'radio' : 'wired'
  return rate === null ? null : { medium, linkMbps: rate }
}

function file(
  siteId: string,
  { joins, who, place, deviceId, band }: Wish,
  link: LinkUnderTest,
  run: ThroughputRun,
): Outcome<Measured> {
  const { site, revision } = siteOr404(siteId)
  const { proofs } = store()
  if (joins !== null)
    return proofs.addRun(siteId, joins, run)
      ? good({ testId: joins })
      : refused('joins', 'The test it should join is not there any more. Measure it anew.')
  const name = deviceId === null ? 'a switch port' : (deviceOf(site, deviceId)?.name ?? '')
  const testId = proofs.addThroughput(
    siteId,
    { revision, who },
    { place: place || name, deviceId, link, runs: [run], source: 'measured', ...(band ? { band } : {}) },
  )
  return good({ testId })
}
