import { xmlSafe } from '../../formats'
import { flagOf } from './flag'
import { INK } from './types'
import type { Figure, Shape, Spot, Stroke } from './types'

const SIGNS: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&apos;' }
const escaped = (text: string): string => xmlSafe(text).replace(/[&<>"']/g, (sign) => SIGNS[sign] ?? sign)

const num = (value: number): string => String(Math.round(value * 1000) / 1000)
const path = (points: readonly Spot[], isClosed: boolean): string =>
  points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${num(x)} ${num(y)}`).join('') + (isClosed ? 'Z' : '')

const pen = (stroke: Stroke | undefined): string =>
  stroke
    ? ` stroke="${INK[stroke.ink]}" stroke-width="${num(stroke.width)}"${stroke.dash ? ` stroke-dasharray="${stroke.dash.map(num).join(' ')}"` : ''}`
    : ''

function drawn(shape: Shape): string {
  switch (shape.kind) {
    case 'line':
      return `<path d="${path(shape.points, false)}" fill="none"${pen(shape.stroke)}/>`
    case 'area':
      return `<path d="${shape.rings.map((ring) => path(ring, true)).join('')}" fill-rule="evenodd" fill="${shape.fill ? INK[shape.fill] : 'none'}"${pen(shape.stroke)}/>`
    case 'disc':
      return `<circle cx="${num(shape.at[0])}" cy="${num(shape.at[1])}" r="${num(shape.radius)}" fill="${shape.fill ? INK[shape.fill] : 'none'}"${pen(shape.stroke)}/>`
    case 'text':
      return `<text x="${num(shape.at[0])}" y="${num(shape.at[1])}" font-size="${num(shape.size)}"${shape.strong ? ' font-weight="700"' : ''}${shape.isCode ? ' font-family="monospace"' : ''} text-anchor="${shape.anchor ?? 'start'}" fill="${INK[shape.ink ?? 'ink']}"${shape.halo ? ` stroke="${INK.paper}" stroke-width="3" paint-order="stroke"` : ''}>${escaped(shape.text)}</text>`
    case 'flag': {
      const { field, charge, path: d } = flagOf(shape.vlanId)
      return `<g transform="translate(${num(shape.at[0])} ${num(shape.at[1])}) scale(${num(shape.height / 18)})"><path d="M0 0H24V18H0Z" fill="${field}"/><path d="${d}" fill="${charge}"/><path d="M0 0H24V18H0Z" fill="none" stroke="${INK.ink}"/></g>`
    }
  }
}

/** A figure as an SVG document (SVG 1.1), with what it says for its title. `unit`: of a sheet whose units are mm. */
export const figureSvg = ({ width, height, says, shapes }: Figure, unit: '' | 'mm' = ''): string =>
  `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" width="${num(width)}${unit}" height="${num(height)}${unit}" viewBox="0 0 ${num(width)} ${num(height)}" font-family="'Atkinson Hyperlegible Next', 'Atkinson Hyperlegible Next Variable', sans-serif"><title>${escaped(says)}</title>${shapes.map(drawn).join('')}</svg>\n`
