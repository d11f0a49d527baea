import Joi from 'joi'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome, Problem } from '~/core/lib/outcome'
import {
  COLLECTIONS,
  DEFAULT_BACKHAUL,
  DEFAULT_GROUND,
  DEFAULT_PARTS_RULES,
  HEADER_FIELDS,
  NO_FEED,
  integrityProblems,
  FLAT_BEFORE,
  movedPlan,
  withoutSecrets,
} from '~/core/plan'
import type { Site } from '~/core/plan'
import { backhaul } from './backhaul'
import { feed } from './feed'
import { country, name, text } from './fields'
import { check } from './problems'
import { ground } from './ground'
import { partsRules } from './parts'
import { RECORDS } from './records'

export const SITE_FILE_FORMAT = 'yard-beacon-site'
export const SITE_FILE_VERSION = 3
const MOST_RECORDS = 5000

/** Characters of a site's name. */
export const MOST_SITE_NAME = 80

export const headerFields = {
  name: name(MOST_SITE_NAME).default('Site without a name'),
  place: text(200),
  country: country(),
  feed: feed.default(NO_FEED),
  notes: text(4000),
  contact: text(200),
  ground: ground.default(DEFAULT_GROUND),
  backhaul: backhaul.default(DEFAULT_BACKHAUL),
  partsRules: partsRules.default(DEFAULT_PARTS_RULES),
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
  const version = versionOf(parsed.value)
  const isOld = version !== null && version >= 1 && version < SITE_FILE_VERSION
  const current = isOld
    ? { ...(movedPlan(parsed.value) as object), version: SITE_FILE_VERSION }
    : parsed.value
  const checked = check<Site>(siteFile, current)
  if (!checked.ok)
    return isOld ? { ok: false, problems: checked.problems.map((one) => inOldWords(one, version)) } : checked
  const site = bareSite(checked.value)
  const problems = integrityProblems(site)
  return problems.length > 0 ? bad(...problems) : good(site)
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

/** A problem in a file of an earlier version names the field as that file has it. */
function inOldWords(problem: Problem, version: number): Problem {
  const [list, index, part, field] = problem.path
  if (list === 'requirements' && version === 1)
    return { ...problem, path: ['wishes', ...problem.path.slice(1)] }
  const wasFlat: readonly string[] = FLAT_BEFORE[part as keyof typeof FLAT_BEFORE] ?? []
  return list === 'devices' && index !== undefined && wasFlat.includes(String(field))
    ? { ...problem, path: [list, index, ...problem.path.slice(3)] }
    : problem
}

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
