import { xmlSafe } from '~/core/formats'

const SVG = 'http://www.w3.org/2000/svg'
/** What a shape takes from the page’s style sheets, and what it would be without; words have more. */
const PAINT: Record<string, string> = {
  fill: '',
  'fill-opacity': '1',
  'fill-rule': 'nonzero',
  stroke: 'none',
  'stroke-width': '1px',
  'stroke-opacity': '1',
  'stroke-dasharray': 'none',
  opacity: '1',
}
const LETTERS: Record<string, string> = {
  'font-family': '',
  'font-size': '',
  'font-style': 'normal',
  'font-weight': '400',
  'letter-spacing': 'normal',
  'paint-order': 'normal',
  'text-anchor': 'start',
  'dominant-baseline': 'auto',
}

function painted(element: Element): Element {
  const copy = element.cloneNode(true) as Element
  const [from, to] = [element.querySelectorAll('*'), copy.querySelectorAll('*')]
  from.forEach((one, i) => {
    const style = getComputedStyle(one)
    const target = to[i]
    if (!target) return
    for (const name of ['class', 'tabindex', 'data-piece', 'pointer-events']) target.removeAttribute(name)
    const words = one.tagName === 'text' || one.tagName === 'tspan'
    for (const [name, plain] of Object.entries(words ? { ...PAINT, ...LETTERS } : PAINT)) {
      const value = style.getPropertyValue(name)
      if (value && value !== plain) target.setAttribute(name, value)
    }
  })
  for (const text of copy.querySelectorAll('text')) inOnePiece(text)
  return copy
}

/** Words of several spans as one text, with the space between them: other programs take a span for a word of its own. */
function inOnePiece(text: SVGTextElement): void {
  text.replaceChildren(text.textContent)
  text.setAttributeNS('http://www.w3.org/XML/1998/namespace', 'xml:space', 'preserve')
}

/** Pictures on this server become part of the file. */
async function withPictures(root: Element): Promise<void> {
  await Promise.all(
    [...root.querySelectorAll('image')].map(async (image) => {
      const href = image.getAttribute('href') ?? ''
      if (!href.startsWith('/')) return
      const blob = await (await fetch(href)).blob()
      const data = await new Promise<string>((resolve) => {
        const reader = new FileReader()
        reader.onload = () => resolve(String(reader.result))
        reader.readAsDataURL(blob)
      })
      image.setAttribute('href', data)
    }),
  )
}

/** The chart as an SVG of its own: tints as a picture in it, shapes with their paint. */
export async function chartSvg(frame: HTMLElement): Promise<string> {
  const { clientWidth: width, clientHeight: height } = frame
  const out = document.createElementNS(SVG, 'svg')
  out.setAttribute('xmlns', SVG)
  out.setAttribute('viewBox', `0 0 ${width} ${height}`)
  out.setAttribute('width', String(width))
  out.setAttribute('height', String(height))
  const paper = document.createElementNS(SVG, 'rect')
  paper.setAttribute('width', '100%')
  paper.setAttribute('height', '100%')
  paper.setAttribute('fill', getComputedStyle(frame).backgroundColor)
  out.append(paper)
  const [below, above] = frame.querySelectorAll(':scope > svg')
  if (below) out.append(...painted(below).children)
  const canvas = frame.querySelector('canvas')
  if (canvas) {
    const box = canvas.getBoundingClientRect()
    const origin = frame.getBoundingClientRect()
    const image = document.createElementNS(SVG, 'image')
    image.setAttribute('href', canvas.toDataURL('image/png'))
    image.setAttribute('x', String(box.left - origin.left))
    image.setAttribute('y', String(box.top - origin.top))
    image.setAttribute('width', String(box.width))
    image.setAttribute('height', String(box.height))
    image.setAttribute('opacity', '0.75')
    image.setAttribute('preserveAspectRatio', 'none')
    out.append(image)
  }
  if (above) out.append(...painted(above).children)
  await withPictures(out)
  return xmlSafe(new XMLSerializer().serializeToString(out))
}

function save(href: string, name: string): void {
  const link = document.createElement('a')
  link.href = href
  link.download = name
  link.click()
}

export async function saveSvg(frame: HTMLElement, name: string): Promise<void> {
  const url = URL.createObjectURL(new Blob([await chartSvg(frame)], { type: 'image/svg+xml' }))
  save(url, `${name}.svg`)
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}

/** The same as a PNG, twice as fine as on screen. Answers whether it could be made. */
export async function savePng(frame: HTMLElement, name: string): Promise<boolean> {
  const image = new Image()
  const loaded = new Promise<boolean>((resolve) => {
    image.onload = () => resolve(true)
    image.onerror = () => resolve(false)
  })
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(await chartSvg(frame))}`
  if (!(await loaded)) return false
  const canvas = document.createElement('canvas')
  canvas.width = frame.clientWidth * 2
  canvas.height = frame.clientHeight * 2
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height)
  save(canvas.toDataURL('image/png'), `${name}.png`)
  return true
}
