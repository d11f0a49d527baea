import { deflateRawSync } from 'node:zlib'
import { alreadyUnpacked } from './packed'
import type { Packed } from './packed'

const known = new WeakMap<object, string>()

/** Packs something for a page; see packed.ts. It must be what JSON can say, and never change afterwards. */
export function packed<T extends object>(value: T): Packed<T> {
  const base64 = known.get(value) ?? deflateRawSync(JSON.stringify(value)).toString('base64')
  known.set(value, base64)
  return alreadyUnpacked({ base64 }, value)
}
