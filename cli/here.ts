import {
  checksHere,
  failsHere,
  hereVerdict,
  hereWords,
  HERE_WHAT,
  isHostName,
  servicesHere,
  serviceWords,
  testsHere,
} from '~/core/judge/proof'
import type { HereCheck, HereResult, HereTests, Helper, ServiceTest } from '~/core/judge/proof'
import type { Site } from '~/core/plan'
import type { Here } from '~/core/network/here'
import { askAll, askService, readHere } from '~/field/laptop'
import type { Options } from './options'
import { badInput } from './output'
import type { Output } from './output'
import { readSite } from './siteInput'

/** `here`: what this laptop is plugged into; with a plan and a place of it, whether that is so, and what is reached from here. */
export async function hereCommand(positionals: string[], options: Options): Promise<Output> {
  if (positionals.length > 0)
    return badInput([
      { path: [], code: 'usage', message: `“${positionals.join(' ')}” is not understood. Give --plan FILE.` },
    ])
  if ((options.plan === undefined) !== (options.at === undefined))
    return badInput([
      {
        path: [],
        code: 'usage',
        message:
          '--plan FILE and --at PLACE go together: the plan, and where in it this laptop is plugged in.',
      },
    ])
  const site = options.plan === undefined ? null : readSite(options.plan)
  if (site && !site.ok) return badInput(site.problems)
  const at = placeId(options.at ?? '')
  const asked =
    site &&
    testsHere(site.value, at, {
      outside: options.outside ?? null,
      helpers: helpersOf(site.value, options.host ?? []),
    })
  if (asked && !asked.ok) return badInput(asked.problems)
  if (options.name !== undefined && !isHostName(options.name))
    return badInput([
      {
        path: ['name'],
        code: 'here.name',
        message: `“${options.name}” is no host name. Accepted: such as example.com.`,
      },
    ])
  const here = await readHere(options.interface ?? null)
  if (!here.ok) return badInput(here.problems)
  if (!site || !asked)
    return { exitCode: 0, json: { here: here.value }, text: hereLines(here.value).join('\n') }
  const checks = checksHere(site.value, at, here.value) ?? []
  const results: HereResult[] = await askAll(asked.value.tests)
  const services = await serve(servicesHere(site.value, at, options.name ?? null))
  return told(here.value, checks, results, services, asked.value)
}

/** "tills=172.27.36.40": a network by its id or name, and who is there. */
const helpersOf = (site: Site, texts: readonly string[]): Helper[] =>
  texts.map((text) => {
    const [name = '', ip = ''] = text.split('=')
    const network = site.networks.find((one) => one.id === name || one.name === name)
    return { networkId: network?.id ?? name, ip }
  })

/** "switch:12" is the socket as `reach` lists it. */
const placeId = (text: string): string => (/^[^:]+:\d+$/.test(text) ? `port:${text}` : text)

/** Each is asked once, one after the other. */
async function serve(tests: readonly ServiceTest[]): Promise<Served[]> {
  const services: Served[] = []
  for (const test of tests) {
    const answer = await askService(test)
    services.push({ id: test.id, says: serviceWords(test, answer), answered: answer.answered })
  }
  return services
}

/** A server that was asked for what it is there for. */
interface Served {
  id: string
  says: string
  answered: boolean | null
}

function told(
  here: Here,
  checks: HereCheck[],
  results: HereResult[],
  services: Served[],
  { needs }: HereTests,
): Output {
  const alive = new Set(results.flatMap(({ ip, answered }) => (answered ? [ip] : [])))
  const rows = results.map((one) => ({ ...one, verdict: hereVerdict(one, alive) }))
  return {
    exitCode:
      failsHere(checks, results, alive) || services.some(({ answered }) => answered === false) ? 1 : 0,
    json: { here, checks, results: rows, services, needs },
    text: [
      ...hereLines(here),
      '',
      ...checks.map(
        ({ what, meant, found, ok }) =>
          `${ok === null ? '?' : ok ? '+' : '!'} ${HERE_WHAT[what]}: ${found}${ok === true ? '' : ` (planned: ${meant})`}`,
      ),
      ...rows.map((one) => `${MARK[one.verdict]} ${hereWords(one, one.verdict)}`),
      ...services.map(
        ({ says, answered }) => `${MARK[answered === null ? 'unsure' : answered ? 'ok' : 'fails']} ${says}`,
      ),
      ...needs.map(
        ({ name, strength }) =>
          `? ${name} ${strength === 'must' ? 'must' : 'must not'} be reached, and the plan has no host there to ask: ${name === 'the internet' ? 'name one with --outside' : 'put a second laptop or a phone there, and name its address with --host'}.`,
      ),
    ].join('\n'),
  }
}

const MARK = { ok: '+', fails: '!', unsure: '?' } as const

const hereLines = ({
  interfaceName,
  isUp,
  ip,
  prefixLength,
  gateway,
  nameServers,
  speedMbps,
  radio,
}: Here): string[] => [
  `${interfaceName}: ${isUp ? 'up' : 'no carrier'}${speedMbps === null ? '' : `, ${speedMbps} Mbit/s`}${radio ? `, joined “${radio.ssid}” at ${radio.rssiDbm ?? '?'} dBm` : ''}`,
  `address ${ip === null ? 'none' : `${ip}/${prefixLength ?? '?'}`}, gateway ${gateway ?? 'none'}, name servers ${nameServers.join(', ') || 'none'}`,
]
