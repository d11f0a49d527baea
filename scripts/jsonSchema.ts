import parse from 'joi-to-json'
import { siteFile } from '~/schema/siteFile'

/** The structure of a site file as JSON Schema (draft 2019-09), made from the validator itself. */
export function siteFileJsonSchema(): Record<string, unknown> {
  return plain({
    $schema: 'https://json-schema.org/draft/2019-09/schema',
    title: 'Yard Beacon site file, version 1',
    description:
      'Structure only. What must hold between records (unique ids, references, one cable per port) is in site-file.md.',
    ...(parse as unknown as (schema: unknown, kind: string) => Record<string, unknown>)(
      siteFile,
      'json-draft-2019-09',
    ),
  })
}

/** Defaults that depend on another field are functions, which JSON Schema cannot say: site-file.md does. */
const plain = (schema: Record<string, unknown>) =>
  JSON.parse(JSON.stringify(schema)) as Record<string, unknown>
