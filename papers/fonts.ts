import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import * as fontkit from 'fontkit'
import type { Font } from 'fontkit'
import { unpackedFont } from './unpackedFont'

/** How a text is set: as it stands, with weight, or with every sign as wide as the other. */
export type Face = 'plain' | 'strong' | 'code'

const NEXT = 'atkinson-hyperlegible-next/files/atkinson-hyperlegible-next'
const MONO = 'atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono'
const SANS = 'noto-sans/files/noto-sans'

/** For signs that the face itself lacks: other alphabets, then signs of mathematics, then emoji. */
const OTHERS = [
  `${SANS}-latin-ext-400-normal`,
  `${SANS}-greek-400-normal`,
  `${SANS}-cyrillic-400-normal`,
  `${SANS}-vietnamese-400-normal`,
  'noto-sans-hebrew/files/noto-sans-hebrew-hebrew-400-normal',
  'noto-sans-arabic/files/noto-sans-arabic-arabic-400-normal',
  'noto-sans-math/files/noto-sans-math-latin-400-normal',
  'noto-emoji/files/noto-emoji-emoji-400-normal',
]

const CHAINS: Record<Face, readonly string[]> = {
  plain: [`${NEXT}-latin-400-normal`, `${NEXT}-latin-ext-400-normal`, ...OTHERS],
  strong: [`${NEXT}-latin-700-normal`, `${NEXT}-latin-ext-700-normal`, ...OTHERS],
  code: [`${MONO}-latin-400-normal`, `${MONO}-latin-ext-400-normal`, ...OTHERS],
}

const read = new Map<string, { bytes: Buffer; font: Font }>()

/** A font that ships with the application, opened once. */
export function openFont(name: string): { bytes: Buffer; font: Font } {
  const known = read.get(name)
  if (known) return known
  const bytes = unpackedFont(readFileSync(join(process.cwd(), 'node_modules', '@fontsource', `${name}.woff`)))
  const made = { bytes, font: fontkit.create(bytes) as Font }
  read.set(name, made)
  return made
}

const chosen = new Map<string, string | null>()

/** The first font of a face that has a sign; null: none of them has it. */
export function fontFor(face: Face, codePoint: number): string | null {
  const key = `${face} ${codePoint}`
  const known = chosen.get(key)
  if (known !== undefined) return known
  const found = CHAINS[face].find((name) => openFont(name).font.hasGlyphForCodePoint(codePoint)) ?? null
  chosen.set(key, found)
  return found
}

/** The font that nearly every sign of a face is set in. */
export const mainFont = (face: Face): string => CHAINS[face][0] ?? ''
