import { mkdirSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { openDatabase, storeOn } from '~/store'
import type { Store } from '~/store'

/** One store per process; kept across reloads of the development server. */
const held = globalThis as unknown as { yardBeaconStore?: Store }

export const dataDirectory = (): string => resolve(process.env.YARD_BEACON_DATA ?? '.data')

export function store(): Store {
  if (!held.yardBeaconStore) {
    mkdirSync(dataDirectory(), { recursive: true })
    held.yardBeaconStore = storeOn(openDatabase(join(dataDirectory(), 'yard-beacon.sqlite')))
  }
  return held.yardBeaconStore
}
