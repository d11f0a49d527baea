import bidiFactory from 'bidi-js'
import { fontFor, mainFont } from '../fonts'
import type { Face } from '../fonts'

/** A stretch of text in one font and one direction, in the order of reading. */
export interface Run {
  font: string
  text: string
}

const bidi = bidiFactory()

/** Signs of the main font alone, as nearly all texts are: nothing to be looked for. */
const PLAIN = /^[\u0020-\u007e\u00a1-\u00ac\u00ae-\u00ff–—‘’“”…•−€]*$/
/** Anything that is written from the right. */
const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufeff]/
/** What has no shape and says nothing on paper. */
const SHAPELESS = /[\p{Cc}\p{Cf}\p{Cs}\p{Variation_Selector}]/gu

/** A text as it can be set: no control signs, line breaks as blanks, and a sign that no font has by its number. */
export const settable = (text: string, face: Face): string =>
  PLAIN.test(text)
    ? text
    : [...text.replace(/[\t\r\n]+/g, ' ').replace(SHAPELESS, '')]
        .map((sign) => {
          const code = sign.codePointAt(0) ?? 0
          return fontFor(face, code) === null
            ? `[U+${code.toString(16).toUpperCase().padStart(4, '0')}]`
            : sign
        })
        .join('')

/** The runs of one line from left to right, as it is seen. Source of the order: Unicode Standard Annex 9, rule L2. */
export function runsOf(line: string, face: Face): Run[] {
  if (PLAIN.test(line)) return line === '' ? [] : [{ font: mainFont(face), text: line }]
  const { levels } = RIGHT_TO_LEFT.test(line) ? bidi.getEmbeddingLevels(line, 'auto') : { levels: null }
  const runs: (Run & { level: number })[] = []
  let at = 0
  for (const sign of line) {
    const level = levels?.[at] ?? 0
    const shown = level % 2 === 1 ? (bidi.getMirroredCharacter(sign) ?? sign) : sign
    at += sign.length
    const font = fontFor(face, shown.codePointAt(0) ?? 0) ?? mainFont(face)
    const last = runs.at(-1)
    // A font sets its own letters from the right by itself; a blank or a bracket among them it does not.
    const isTurned = level % 2 === 1 && !RIGHT_TO_LEFT.test(shown)
    if (last?.font === font && last.level === level)
      last.text = isTurned ? shown + last.text : last.text + shown
    else runs.push({ font, text: shown, level })
  }
  return levels ? seenOrder(runs) : runs
}

/** From the highest level down to the lowest odd one, every stretch of that level or more is turned round. */
function seenOrder(runs: (Run & { level: number })[]): Run[] {
  const order = [...runs]
  const odd = order.map(({ level }) => level).filter((level) => level % 2 === 1)
  const [highest, lowest] = [Math.max(...order.map(({ level }) => level)), Math.min(...odd)]
  for (let level = highest; level >= lowest; level--)
    for (let from = 0; from < order.length; from++) {
      if ((order[from]?.level ?? 0) < level) continue
      let to = from
      while (to + 1 < order.length && (order[to + 1]?.level ?? 0) >= level) to++
      order.splice(from, to - from + 1, ...order.slice(from, to + 1).reverse())
      from = to
    }
  return order
}
