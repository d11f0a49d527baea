import Joi from 'joi'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome, Problem } from '~/core/lib/outcome'
import type { History } from '~/core/record'
import type { Seen } from '~/core/judge/proof'
import type { Site } from '~/core/plan'
import { choice, id, name, someText } from './fields'
import { band } from './ground'
import { seenProblems } from './observations'
import { check } from './problems'
import { readSiteFile, writeSiteFile } from './siteFile'

export const HISTORY_FORMAT = 'yard-beacon-history'
export const HISTORY_VERSION = 1
/** More of one thing than this was made by no work on a site. */
const MOST = 100_000

const instant = () => Joi.string().isoDate().required()
const revision = () => Joi.number().integer().min(1).required()
const who = () => someText(80).required()
const number = () => Joi.number().min(0).required()
const list = (item: Joi.Schema) => Joi.array().items(item).max(MOST).default([])
/** A site file inside: read by its own rules afterwards. */
const plan = () => Joi.object().unknown(true).required()

const result = Joi.object({
  direction: choice('up', 'down').required(),
  sentMbps: number(),
  receivedMbps: number(),
  sentBytes: number(),
  receivedBytes: number(),
  retransmits: Joi.number().min(0).allow(null).required(),
  durationS: number(),
  intervals: list(
    Joi.object({
      startS: number(),
      endS: number(),
      mbps: number(),
      retransmits: Joi.number().min(0).allow(null).required(),
    }),
  ),
  udp: Joi.object({
    jitterMs: number(),
    lost: number(),
    packets: number(),
    offeredMbps: Joi.number().min(0).allow(null).required(),
  }),
})

const throughput = Joi.object({
  id: id().required(),
  at: instant(),
  revision: revision(),
  who: who(),
  body: Joi.object({
    place: someText(200).required(),
    deviceId: id().allow(null).required(),
    link: Joi.object({
      medium: choice('wired', 'radio').required(),
      linkMbps: Joi.number().positive().required(),
      baselineMbps: Joi.number().min(0).allow(null).required(),
    }).required(),
    band: band(),
    source: Joi.valid('measured'),
    runs: list(
      Joi.object({
        tool: someText(200).required(),
        startedAt: Joi.string().max(60).allow(null).required(),
        streams: Joi.number().integer().min(0).required(),
        server: Joi.string().max(80),
        results: list(result),
      }),
    ),
  }).required(),
})

const signature = Joi.object({
  role: name(80).required(),
  name: Joi.string().max(80).allow(null).required(),
  at: Joi.string().max(60).allow(null).required(),
  strokes: Joi.array()
    .items(Joi.array().items(Joi.array().ordered(Joi.number().required(), Joi.number().required())).max(5000))
    .max(200)
    .required(),
})

const history = Joi.object({
  format: Joi.valid(HISTORY_FORMAT).required(),
  version: Joi.valid(HISTORY_VERSION).required(),
  revision: revision(),
  observations: list(
    Joi.object({
      id: Joi.string().max(120).required(),
      at: instant(),
      revision: revision(),
      source: choice('typed', 'imported', 'measured').required(),
      who: who(),
      place: someText(200).required(),
      seen: Joi.object({ kind: Joi.string().required() }).unknown(true).required(),
    }),
  ),
  throughput: list(throughput),
  log: list(
    Joi.object({
      at: instant(),
      stage: Joi.string().max(40).required(),
      deviceId: id().allow(null).required(),
      text: someText(4000).required(),
      who: who(),
    }),
  ),
  built: Joi.object({
    what: choice('revision', 'cartons', 'staged', 'file').required(),
    revision: revision(),
    at: instant(),
    who: who(),
    plan: plan(),
  })
    .allow(null)
    .default(null),
  runbooks: list(
    Joi.object({
      at: Joi.string().max(60).required(),
      fromRevision: revision(),
      toRevision: revision(),
      steps: list(
        Joi.object({
          title: someText(400).required(),
          sets: list(someText(2000)),
          at: Joi.string().allow('').max(60).required(),
          who: who(),
        }),
      ),
    }),
  ),
  ticks: list(
    Joi.object({
      key: name(80).required(),
      state: choice('ordered', 'staged', 'packed').required(),
      count: number(),
      at: instant(),
      who: who(),
    }),
  ),
  signed: list(
    Joi.object({
      at: instant(),
      revision: revision(),
      hash: Joi.string()
        .pattern(/^[0-9a-f]{64}$/, 'SHA-256')
        .required(),
      signatures: Joi.array().items(signature).max(10).required(),
      plan: plan(),
      /** The file in the bundle that holds it. */
      file: Joi.string().max(200).required(),
    }),
  ),
  plans: list(Joi.object({ revision: revision(), plan: plan() })),
})

type Filed = Omit<History, 'signed' | 'plans' | 'built'> & {
  built: (Omit<NonNullable<History['built']>, 'plan'> & { plan: object }) | null
  signed: (Omit<History['signed'][number], 'plan' | 'body'> & { plan: object; file: string })[]
  plans: { revision: number; plan: object }[]
}

/** A history as text. `fileOf`: where the bundle keeps the body of each signed record. */
export const writeHistory = (given: History, fileOf: (i: number) => string): string => {
  const planOf = (site: Site): object => JSON.parse(writeSiteFile(site)) as object
  const filed: Filed = {
    ...given,
    built: given.built && { ...given.built, plan: planOf(given.built.plan) },
    signed: given.signed.map(({ body: _body, ...one }, i) => ({
      ...one,
      plan: planOf(one.plan),
      file: fileOf(i),
    })),
    plans: given.plans.map(({ revision: at, plan: site }) => ({ revision: at, plan: planOf(site) })),
  }
  return `${JSON.stringify({ format: HISTORY_FORMAT, version: HISTORY_VERSION, ...filed }, null, 1)}\n`
}

/** A history from its text. `bodyOf`: the text of a file of the same bundle; null: it is not in it. */
export function readHistory(source: string, bodyOf: (file: string) => string | null): Outcome<History> {
  let data: unknown
  try {
    data = JSON.parse(source)
  } catch {
    return bad({ path: [], code: 'history.json', message: 'The history is no JSON.' })
  }
  const checked = check<Filed & { format: string; version: number }>(history, data)
  if (!checked.ok) return checked
  const { format: _format, version: _version, built, signed, plans, ...rest } = checked.value
  const problems: Problem[] = rest.observations.flatMap(({ seen }, i) =>
    seenProblems(seen as Seen, ['observations', i, 'seen']),
  )
  const opened = (file: object, at: Problem['path']): Site | null => {
    const read = readSiteFile(JSON.stringify(file))
    if (!read.ok) problems.push(...read.problems.map((one) => ({ ...one, path: [...at, ...one.path] })))
    return read.ok ? read.value : null
  }
  const builtPlan = built && opened(built.plan, ['built', 'plan'])
  const bodies = signed.flatMap((one, i) => {
    const site = opened(one.plan, ['signed', i, 'plan'])
    const body = bodyOf(one.file)
    if (body === null)
      problems.push({
        path: ['signed', i, 'file'],
        code: 'history.file',
        message: `The bundle has no file “${one.file}”, which the signed record of revision ${one.revision} is in.`,
      })
    const { file: _file, plan: _plan, ...kept } = one
    return site && body !== null ? [{ ...kept, plan: site, body }] : []
  })
  const then = plans.flatMap(({ revision: at, plan: file }, i) => {
    const site = opened(file, ['plans', i, 'plan'])
    return site ? [{ revision: at, plan: site }] : []
  })
  if (problems.length > 0) return { ok: false, problems }
  return good({
    ...rest,
    built: built && builtPlan ? { ...built, plan: builtPlan } : null,
    signed: bodies,
    plans: then,
  })
}
