import type { Site } from '../../plan'
import { keysOf } from './keys'

/** Shorter ones are words, too: they would be taken out of every sentence. */
const LEAST_LETTERS = 8

/** What people write themselves, with every key of the plan that they wrote into it left out. */
export function keysLeftOut(site: Site): (text: string) => string {
  const keys = keysOf(site)
    .map(({ key }) => key)
    .filter(({ length }) => length >= LEAST_LETTERS)
    .sort((a, b) => b.length - a.length)
  return (text) => keys.reduce((kept, key) => kept.replaceAll(key, '(a key, left out)'), text)
}
