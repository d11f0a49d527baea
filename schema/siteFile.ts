import Joi from 'joi'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome, Problem } from '~/core/lib/outcome'
import {
  COLLECTIONS,
  DEFAULT_BACKHAUL,
  DEFAULT_GROUND,
  HEADER_FIELDS,
  NO_FEED,
  integrityProblems,
  movedFrom1,
  withoutSecrets,
} from '~/core/plan'
import type { Site } from '~/core/plan'
import { backhaul } from './backhaul'
import { feed } from './feed'
import { country, name, text } from './fields'
import { check } from './problems'
import { ground } from './ground'
import { RECORDS } from './records'

export const SITE_FILE_FORMAT = 'yard-beacon-site'
export const SITE_FILE_VERSION = 2
const MOST_RECORDS = 5000

export const headerFields = {
  name: name(80).default('Site without a name'),
  place: text(200),
  country: country(),
  feed: feed.default(NO_FEED),
  notes: text(4000),
  ground: ground.default(DEFAULT_GROUND),
  backhaul: backhaul.default(DEFAULT_BACKHAUL),
}

/** The structure of a site file. What must hold between records is checked after it (core/plan/integrity). */
export const siteFile = Joi.object({
  format: Joi.string().valid(SITE_FILE_FORMAT).required(),
  version: Joi.number().valid(SITE_FILE_VERSION).required(),
  keys: Joi.string().valid('included', 'leftOut').default('included'),
  ...headerFields,
  ...Object.fromEntries(
    COLLECTIONS.map((c) => [c, Joi.array().items(RECORDS[c]).max(MOST_RECORDS).default([])]),
  ),
})

/** A site from the text of a site file, or every problem in it. */
export function readSiteFile(source: string): Outcome<Site> {
  const parsed = parseJson(source)
  if (!parsed.ok) return parsed
  const later = laterVersion(parsed.value)
  if (later !== null)
    return bad({
      path: ['version'],
      code: 'version.later',
      message: `This file is of version ${later}; this program reads version ${SITE_FILE_VERSION}. Open it with a newer program.`,
    })
  const isOld = versionOf(parsed.value) === 1
  const current = isOld
    ? { ...(movedFrom1(parsed.value) as object), version: SITE_FILE_VERSION }
    : parsed.value
  const checked = check<Site>(siteFile, current)
  if (!checked.ok) return isOld ? { ok: false, problems: checked.problems.map(inOldWords) } : checked
  const site = bareSite(checked.value)
  const problems = integrityProblems(site)
  return problems.length > 0 ? { ok: false, problems } : good(site)
}

function parseJson(source: string): Outcome<unknown> {
  if (source.trim() === '') return bad({ path: [], code: 'file.empty', message: 'The file is empty.' })
  try {
    return good(JSON.parse(source))
  } catch (error) {
    const where = error instanceof Error ? error.message : ''
    return bad({ path: [], code: 'file.notJson', message: `The file is not JSON: ${where}.` })
  }
}

function versionOf(value: unknown): number | null {
  if (typeof value !== 'object' || value === null) return null
  const { format, version } = value as { format?: unknown; version?: unknown }
  return format === SITE_FILE_FORMAT && typeof version === 'number' ? version : null
}

function laterVersion(value: unknown): number | null {
  const version = versionOf(value)
  return version !== null && version > SITE_FILE_VERSION ? version : null
}

/** A problem in a file of version 1 names the field as that file has it. */
const inOldWords = (problem: Problem): Problem =>
  problem.path[0] === 'requirements' ? { ...problem, path: ['wishes', ...problem.path.slice(1)] } : problem

const bareSite = (file: Site): Site =>
  Object.fromEntries(
    [...HEADER_FIELDS, ...COLLECTIONS].map((field) => [field, file[field]]),
  ) as unknown as Site

/** The text of a site file. Keys are left out unless they are asked for. */
export function writeSiteFile(site: Site, withKeys = false): string {
  const file = {
    format: SITE_FILE_FORMAT,
    version: SITE_FILE_VERSION,
    keys: withKeys ? 'included' : 'leftOut',
    ...bareSite(withKeys ? site : withoutSecrets(site)),
  }
  return `${JSON.stringify(file, null, 2)}\n`
}
