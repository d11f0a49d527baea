import { unzipSync, zipSync } from 'fflate'
import Joi from 'joi'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome, Problem } from '~/core/lib/outcome'
import { check } from '~/schema/problems'
import { sha256 } from '../sha256'
import type { BundleFile } from './contents'

export const BUNDLE_FORMAT = 'yard-beacon-bundle'
export const BUNDLE_VERSION = 1
export const MANIFEST_FILE = 'manifest.json'

export interface Manifest {
  format: typeof BUNDLE_FORMAT
  version: number
  site: string
  revision: number
  /** ISO 8601. */
  writtenAt: string
  files: { path: string; says: string; bytes: number; sha256: string }[]
}

const MOST_FILES = 20_000
const MOST_BYTES = 400 * 1024 * 1024
/** Before this a ZIP has no words for a year. */
const FIRST_YEAR = 1980

/** Source: APPNOTE.TXT 6.3, 4.3.7: a local file header, or the end of an empty archive. */
export const isZip = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && (bytes[2] === 3 || bytes[2] === 5)

/** The bundle: a ZIP whose manifest has the SHA-256 of each file. The same files and the same time give the same bytes. */
export function writeBundle(
  about: Pick<Manifest, 'site' | 'revision' | 'writtenAt'>,
  files: readonly BundleFile[],
): Uint8Array {
  const manifest: Manifest = {
    format: BUNDLE_FORMAT,
    version: BUNDLE_VERSION,
    ...about,
    files: files.map(({ path, says, bytes }) => ({ path, says, bytes: bytes.length, sha256: sha256(bytes) })),
  }
  const at = new Date(about.writtenAt)
  const mtime = at.getFullYear() < FIRST_YEAR ? new Date(FIRST_YEAR, 0, 1) : at
  const packed = /\.(pdf|png|jpg|age)$/
  return zipSync(
    Object.fromEntries([
      [MANIFEST_FILE, [new TextEncoder().encode(`${JSON.stringify(manifest, null, 1)}\n`), { mtime }]],
      ...files.map(({ path, bytes }) => [path, [bytes, { mtime, level: packed.test(path) ? 0 : 6 }]]),
    ]),
  )
}

const manifest = Joi.object({
  format: Joi.valid(BUNDLE_FORMAT).required(),
  version: Joi.valid(BUNDLE_VERSION).required(),
  site: Joi.string().max(200).required(),
  revision: Joi.number().integer().min(1).required(),
  writtenAt: Joi.string().max(60).required(),
  files: Joi.array()
    .items(
      Joi.object({
        path: Joi.string().max(400).required(),
        says: Joi.string().allow('').max(400).required(),
        bytes: Joi.number().integer().min(0).required(),
        sha256: Joi.string()
          .pattern(/^[0-9a-f]{64}$/, 'SHA-256')
          .required(),
      }),
    )
    .max(MOST_FILES)
    .required(),
})

export interface OpenedBundle {
  manifest: Manifest
  files: ReadonlyMap<string, Uint8Array>
}

/** The files of a bundle, each as its manifest says; or which one is not, and what hash it has. */
export function readBundle(bytes: Uint8Array): Outcome<OpenedBundle> {
  const files = unzipped(bytes)
  if (!files.ok) return files
  const said = files.value.get(MANIFEST_FILE)
  if (!said)
    return refuse('bundle.noManifest', `It is no bundle of a site: there is no ${MANIFEST_FILE} in it.`)
  const read = readManifest(new TextDecoder().decode(said))
  if (!read.ok) return read
  const problems = differing(read.value, files.value)
  return problems.length > 0 ? { ok: false, problems } : good({ manifest: read.value, files: files.value })
}

function unzipped(bytes: Uint8Array): Outcome<Map<string, Uint8Array>> {
  let [count, size] = [0, 0]
  try {
    const entries = unzipSync(bytes, {
      filter: ({ originalSize }) => {
        count++
        size += originalSize
        if (count > MOST_FILES || size > MOST_BYTES) throw new RangeError('too large')
        return true
      },
    })
    return good(new Map(Object.entries(entries).filter(([path]) => !path.endsWith('/'))))
  } catch (error) {
    return error instanceof RangeError && error.message === 'too large'
      ? refuse(
          'bundle.large',
          `Unpacked it holds more than ${MOST_FILES} files or ${MOST_BYTES / 1024 / 1024} MB; that is no record of a site.`,
        )
      : refuse('bundle.zip', 'It is no ZIP, or it was cut off on the way: it cannot be unpacked.')
  }
}

function readManifest(source: string): Outcome<Manifest> {
  let data: unknown
  try {
    data = JSON.parse(source)
  } catch {
    return refuse('bundle.manifest', `${MANIFEST_FILE} is no JSON.`)
  }
  const version = (data as { version?: unknown } | null)?.version
  if (typeof version === 'number' && version > BUNDLE_VERSION)
    return refuse(
      'version.later',
      `This bundle is of version ${version}; this program reads version ${BUNDLE_VERSION}. Open it with a newer program.`,
    )
  return check<Manifest>(manifest, data)
}

function differing({ files: listed }: Manifest, files: ReadonlyMap<string, Uint8Array>): Problem[] {
  const problem = (path: string, code: string, message: string): Problem => ({ path: [path], code, message })
  const known = new Set([MANIFEST_FILE, ...listed.map(({ path }) => path)])
  return [
    ...listed.flatMap(({ path, sha256: meant }) => {
      const there = files.get(path)
      if (!there)
        return [problem(path, 'bundle.missing', `${path} stands in the manifest and is not in the bundle.`)]
      const found = sha256(there)
      return found === meant
        ? []
        : [
            problem(
              path,
              'bundle.changed',
              `${path} was changed after it was written: its SHA-256 is ${found}, and the manifest says ${meant}.`,
            ),
          ]
    }),
    ...[...files.keys()]
      .filter((path) => !known.has(path))
      .map((path) => problem(path, 'bundle.foreign', `${path} is in the bundle and not in its manifest.`)),
  ]
}

const refuse = (code: string, message: string) => bad({ path: ['file'], code, message })
