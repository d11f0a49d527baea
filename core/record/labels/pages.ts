import { good } from '../../lib/outcome'
import type { Outcome } from '../../lib/outcome'
import type { Figure, Shape } from '../figure/types'
import { fitted } from './fit'
import type { Label } from './labels'
import { placesOn } from './sheets'
import type { LabelSheet } from './sheets'

const PAD_MM = 2
const TITLE = { most: 4.6, least: 2.2 }
const LINE = { most: 3.2, least: 1.8 }

/** Sheets of labels, mm for units. A first line is never left out; of the others as many as there is room for. */
export function labelPages(labels: readonly Label[], sheet: LabelSheet, start = 1): Outcome<Figure[]> {
  const places = placesOn(sheet, labels.length, start)
  if (!places.ok) return places
  let next = 0
  return good(
    [...places.value].map((page = []) => ({
      width: sheet.pageWidthMm,
      height: sheet.pageHeightMm,
      says: `${page.length} labels`,
      shapes: page.flatMap(([x, y]) => {
        const label = labels[next++]
        return label ? labelShapes(label, x, y, sheet) : []
      }),
    })),
  )
}

function labelShapes({ title, lines, vlanId }: Label, x: number, y: number, sheet: LabelSheet): Shape[] {
  const width = sheet.labelWidthMm - 2 * PAD_MM
  const bottom = y + sheet.labelHeightMm - PAD_MM * 0.6
  const flagMm = vlanId === null ? 0 : 4.4
  const first = fitted(title, width - (flagMm ? flagMm + 1.4 : 0), {
    ...TITLE,
    most: Math.min(TITLE.most, sheet.labelHeightMm / 4),
  })
  let at = y + PAD_MM + first.size * 0.85
  const shapes: Shape[] = [
    { kind: 'text', at: [x + PAD_MM, at], text: first.text, size: first.size, strong: true },
    ...(vlanId === null
      ? []
      : [
          {
            kind: 'flag' as const,
            vlanId,
            at: [x + sheet.labelWidthMm - PAD_MM - flagMm, y + PAD_MM] as const,
            height: flagMm * 0.75,
          },
        ]),
  ]
  at += first.size * 0.3
  for (const line of lines) {
    const { text, size } = fitted(line, width, {
      ...LINE,
      most: Math.min(LINE.most, sheet.labelHeightMm / 6),
    })
    at += size * 1.2
    if (at > bottom) break
    shapes.push({ kind: 'text', at: [x + PAD_MM, at], text, size })
  }
  return shapes
}
