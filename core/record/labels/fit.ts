/** How wide signs run on average, in ems; wide alphabets and emoji a whole one. For want of the font: a label is cut early rather than late. */
const AVERAGE_EM = 0.58
const WIDE = /[\u1100-\u11ff\u2e80-\uffdc]|\p{Extended_Pictographic}/u

export const emsOf = (text: string): number =>
  [...text].reduce((sum, sign) => sum + (WIDE.test(sign) ? 1 : AVERAGE_EM), 0)

/** The largest size at which a text fits, at most `most`; below `least` it is cut. */
export function fitted(
  text: string,
  width: number,
  { most, least }: { most: number; least: number },
): { text: string; size: number } {
  const ems = emsOf(text)
  const size = Math.min(most, width / Math.max(ems, 1e-9))
  if (size >= least) return { text, size }
  const signs = [...text]
  while (signs.length > 1 && emsOf(signs.join('')) + AVERAGE_EM > width / least) signs.pop()
  return { text: `${signs.join('')}…`, size: least }
}
