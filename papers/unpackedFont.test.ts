import { readFileSync } from 'node:fs'
import { FileFolder } from '~/tests/kit/fileFolder'
import { must, testWith } from '~/tests/real/programs'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import * as fontkit from 'fontkit'
import type { Font } from 'fontkit'
import { unpackedFont } from './unpackedFont'

const folder = new FileFolder()
afterAll(folder.remove)
const NAMES = [
  'atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal',
  'noto-emoji/files/noto-emoji-emoji-400-normal',
]
const woff = (name: string) => readFileSync(`node_modules/@fontsource/${name}.woff`)

/** Against fontkit 2.0, which unpacks the same file by itself. */
test.each(NAMES)('%s has the same glyphs, widths and signs', (name) => {
  const theirs = fontkit.create(woff(name)) as Font
  const ours = fontkit.create(unpackedFont(woff(name))) as Font
  expect(ours.postscriptName).toBe(theirs.postscriptName)
  expect(ours.numGlyphs).toBe(theirs.numGlyphs)
  expect(ours.characterSet).toEqual(theirs.characterSet)
  for (const code of theirs.characterSet.slice(0, 40))
    expect(ours.glyphForCodePoint(code).advanceWidth).toBe(theirs.glyphForCodePoint(code).advanceWidth)
})

testWith(['fc-scan'])('fontconfig takes it for a TrueType font', () => {
  const file = join(folder.path, 'font.ttf')
  writeFileSync(file, unpackedFont(woff(NAMES[0]!)))
  expect(must('fc-scan', ['--format', '%{family}|%{fontformat}', file])).toBe(
    'Atkinson Hyperlegible Next|TrueType',
  )
})

test('what is no WOFF', () => {
  expect(() =>
    unpackedFont(Buffer.from('not a font at all, but long enough to be looked at as one')),
  ).toThrow('no WOFF')
  expect(() => unpackedFont(Buffer.alloc(3))).toThrow('no WOFF')
})
