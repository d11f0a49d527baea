import Joi from 'joi'
import parse from 'joi-to-json'
import { SITE_FILE_VERSION, siteFile } from '~/schema/siteFile'

type Schema = Record<string, unknown>

/**
 * The structure of a site file as JSON Schema (draft 2020-12), made from the validator itself. What the library leaves
 * out or says loosely is put right here: pairs such as points, branches that are equal, the end of a pattern.
 */
export function siteFileJsonSchema(): Schema {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: `Yard Beacon site file, version ${SITE_FILE_VERSION}`,
    description:
      'Structure only. What must hold between records (unique ids, references, one cable per port) is in site-file.md.',
    ...(right(siteFile.describe() as Described, converted(siteFile)) as Schema),
  }
}

/** Defaults that depend on another field are functions, which JSON Schema cannot say: site-file.md does. */
const converted = (schema: unknown): Schema =>
  JSON.parse(
    JSON.stringify(
      (parse as unknown as (schema: unknown, kind: string) => Schema)(schema, 'json-draft-2019-09'),
    ),
  ) as Schema

/** As much of the validator's own description as is needed here. */
interface Described {
  type: string
  keys?: Record<string, Described>
  items?: Described[]
  ordered?: Described[]
  allow?: unknown[]
  matches?: { schema?: Described; then?: Described; otherwise?: Described }[]
}

function right(described: Described, schema: Schema): Schema {
  if (described.keys) return withProperties(described.keys, schema)
  if (described.ordered) return tuple(described.ordered, schema)
  const [item] = described.items ?? []
  if (item && typeof schema.items === 'object')
    return { ...schema, items: right(item, schema.items as Schema) }
  if (Array.isArray(schema.oneOf)) return inOne(schema, schema.oneOf as Schema[])
  if (Array.isArray(schema.anyOf)) return { ...schema, anyOf: branches(described, schema.anyOf as Schema[]) }
  if (typeof schema.pattern === 'string') return { ...schema, pattern: toTheEnd(schema.pattern) }
  return isNeverEmpty(described, schema) ? { ...schema, minLength: 1 } : schema
}

/** A text is not empty unless that is allowed. */
const isNeverEmpty = ({ type, allow = [] }: Described, schema: Schema): boolean =>
  type === 'string' &&
  !allow.includes('') &&
  !('enum' in schema || 'const' in schema || 'minLength' in schema)

function withProperties(keys: Record<string, Described>, schema: Schema): Schema {
  const properties = schema.properties as Record<string, Schema>
  const put = ([name, value]: [string, Schema]) => [name, keys[name] ? right(keys[name], value) : value]
  return { ...schema, properties: Object.fromEntries(Object.entries(properties).map(put)) }
}

/** The library leaves out what stands at each place of a list of fixed length. */
function tuple(ordered: Described[], schema: Schema): Schema {
  const { items: _loose, ...rest } = schema
  return {
    ...rest,
    prefixItems: ordered.map((one) => right(one, converted(Joi.build(one as unknown as Joi.Description)))),
    items: false,
    minItems: ordered.length,
    maxItems: ordered.length,
  }
}

const branches = ({ matches = [] }: Described, list: Schema[]): Schema[] =>
  list.map((branch, i) => {
    const described = matches[i]?.schema
    return described ? right(described, branch) : branch
  })

/** Of branches that take the same values one is enough; with two, `oneOf` would take none of them. */
function inOne(schema: Schema, list: Schema[]): Schema {
  const { oneOf: _branches, ...rest } = schema
  const bare = list.map(({ default: _own, ...branch }) => branch)
  const texts = new Set(bare.map((branch) => JSON.stringify(branch)))
  return texts.size === 1 ? { ...rest, ...bare[0] } : { ...rest, anyOf: bare }
}

/** In some programs `$` matches before a last line break, too. */
const toTheEnd = (pattern: string): string => pattern.replace(/\$$/, '(?![\\s\\S])')
