import { flagOf } from '~/core/record/figure/flag'
import { INK } from '~/core/record/figure/types'
import type { Figure, Shape, Spot, Stroke } from '~/core/record/figure/types'
import { settable } from './runs'
import type { Setter } from './setter'

/** Draws a figure with its upper left corner there, so wide; what reaches beyond its edge is cut off. */
export function drawFigure(setter: Setter, figure: Figure, x: number, y: number, widthPt: number): void {
  const { doc } = setter
  const scale = widthPt / figure.width
  doc.save().translate(x, y).scale(scale)
  doc.rect(0, 0, figure.width, figure.height).clip()
  for (const shape of figure.shapes) drawShape(setter, shape)
  doc.restore()
}

function trace({ doc }: Setter, points: readonly Spot[]): void {
  points.forEach(([x, y], i) => (i === 0 ? doc.moveTo(x, y) : doc.lineTo(x, y)))
}

function pen({ doc }: Setter, { ink, width, dash }: Stroke): void {
  doc.strokeColor(INK[ink]).lineWidth(width)
  if (dash) doc.dash(dash[0] ?? 1, { space: dash[1] ?? 1 })
  else doc.undash()
}

function drawShape(setter: Setter, shape: Shape): void {
  const { doc } = setter
  switch (shape.kind) {
    case 'line':
      pen(setter, shape.stroke)
      trace(setter, shape.points)
      doc.stroke()
      return
    case 'area':
      for (const ring of shape.rings)
        if (ring.length > 1) {
          trace(setter, ring)
          doc.closePath()
        }
      paint(setter, shape)
      return
    case 'disc':
      doc.circle(shape.at[0], shape.at[1], shape.radius)
      paint(setter, shape)
      return
    case 'flag':
      drawFlag(setter, shape.vlanId, shape.at[0], shape.at[1], shape.height)
      return
    case 'text':
      drawText(setter, shape)
  }
}

function paint(
  setter: Setter,
  { fill, stroke }: Pick<Extract<Shape, { kind: 'area' }>, 'fill' | 'stroke'>,
): void {
  const { doc } = setter
  if (stroke) pen(setter, stroke)
  if (fill && stroke) doc.fillAndStroke(INK[fill], INK[stroke.ink], 'even-odd')
  else if (fill) doc.fill(INK[fill], 'even-odd')
  else doc.stroke()
}

function drawText(setter: Setter, shape: Extract<Shape, { kind: 'text' }>): void {
  const { doc } = setter
  const setting = {
    face: shape.isCode ? 'code' : shape.strong ? 'strong' : 'plain',
    size: shape.size,
  } as const
  const text = settable(shape.text, setting.face)
  const width = setter.width(text, setting)
  const x = shape.at[0] - (shape.anchor === 'middle' ? width / 2 : shape.anchor === 'end' ? width : 0)
  if (shape.halo)
    doc
      .save()
      .fillOpacity(0.78)
      .rect(x - 2, shape.at[1] - shape.size * 0.85, width + 4, shape.size * 1.12)
      .fill(INK.paper)
      .restore()
  setter.line(text, x, shape.at[1], setting, INK[shape.ink ?? 'ink'])
}

/** The flag of a VLAN, four by three. */
export function drawFlag({ doc }: Setter, vlanId: number, x: number, y: number, heightPt: number): void {
  const { field, charge, path } = flagOf(vlanId)
  doc
    .save()
    .translate(x, y)
    .scale(heightPt / 18)
  doc.rect(0, 0, 24, 18).fill(field)
  doc.path(path).fill(charge)
  doc.undash().lineWidth(1.2).rect(0, 0, 24, 18).stroke(INK.ink)
  doc.restore()
}
