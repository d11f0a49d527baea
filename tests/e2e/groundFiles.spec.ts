import { readFileSync } from 'node:fs'
import { deflateSync } from 'node:zlib'
import { expect, test } from '@playwright/test'
import { fine, onScreen } from './chart'
import { boatyard, choose, faultsOf, open, postEdit } from './kit'

/** A plain PNG of that size, white; made here so that no picture has to be kept. */
function png(width: number, height: number): Buffer {
  const crcTable = Array.from({ length: 256 }, (_, n) => {
    let c = n
    for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1
    return c >>> 0
  })
  const crc = (bytes: Buffer) =>
    (bytes.reduce((c, byte) => (crcTable[(c ^ byte) & 255]! ^ (c >>> 8)) >>> 0, 0xffffffff) ^ 0xffffffff) >>>
    0
  const chunk = (kind: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(kind, 'latin1'), data])
    const out = Buffer.alloc(body.length + 8)
    out.writeUInt32BE(data.length, 0)
    body.copy(out, 4)
    out.writeUInt32BE(crc(body), body.length + 4)
    return out
  }
  const head = Buffer.alloc(13)
  head.writeUInt32BE(width, 0)
  head.writeUInt32BE(height, 4)
  // One bit a pixel, grey.
  head.set([1, 0, 0, 0, 0], 8)
  const row = Buffer.alloc(Math.ceil(width / 8) + 1, 255)
  row[0] = 0
  return Buffer.concat([
    Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(Buffer.concat(Array.from({ length: height }, () => row)))),
    chunk('IEND', Buffer.alloc(0)),
  ])
}

test('a drawing, a large picture scaled by two points, and GeoJSON out and in', async ({
  page,
  request,
  baseURL,
}) => {
  test.setTimeout(120_000)
  const faults = faultsOf(page)
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/ground?files=open`)
  const line = (layer: string, x1: number, y1: number, x2: number, y2: number) =>
    ['0', 'LINE', '8', layer, '10', x1, '20', y1, '11', x2, '21', y2].join('\n')
  const drawing = [
    '0',
    'SECTION',
    '2',
    'ENTITIES',
    line('BRICK', 0, 0, 8000, 0),
    line('BRICK', 8000, 0, 8000, 6000),
  ]
  await page.getByLabel('DXF file').setInputFiles({
    name: 'plan.dxf',
    mimeType: 'application/dxf',
    buffer: Buffer.from([...drawing, '0', 'ENDSEC', '0', 'EOF'].join('\n')),
  })
  await choose(page.getByLabel('Material of layer BRICK'), 'brick')
  await expect(page.getByRole('button', { name: /^Take in 0 walls/ })).toBeDisabled()
  await choose(page.getByLabel('The drawing is in'), '0.001')
  await page.getByRole('button', { name: /^Take in 1 walls/ }).click()
  await expect(page.getByText('revision 2')).toBeVisible()

  await open(page, `${site}/ground?files=open`)
  await page.getByLabel('DXF file').setInputFiles({
    name: 'no.dxf',
    mimeType: 'application/dxf',
    buffer: Buffer.from('no drawing'),
  })
  await expect(page.getByText('no DXF that can be read')).toBeVisible()
  await page
    .locator('input[accept*="image/png"]')
    .setInputFiles({ name: 'no.png', mimeType: 'image/png', buffer: Buffer.from('x') })
  await expect(page.getByText('no picture that can be read')).toBeVisible()
  await page.locator('input[accept*="image/png"]').setInputFiles({
    name: 'yard.png',
    mimeType: 'image/png',
    buffer: png(12_000, 600),
  })
  await expect(page.getByRole('heading', { name: 'Picture' })).toBeVisible({ timeout: 30_000 })
  await page.waitForSelector(fine)
  await page.getByRole('button', { name: 'Scale it by two points' }).click()
  const at = await onScreen(page)
  for (const spot of [at(60, 110), at(80, 110)]) await page.mouse.click(spot.x, spot.y)
  await page.getByLabel('Length').fill('30')
  await page.getByRole('button', { name: 'Scale it', exact: true }).click()
  await expect(page.getByText('revision 4')).toBeVisible()
  const file = JSON.parse(await (await page.request.get(`${site}/export`)).text()) as {
    underlays: { widthPx: number; metresPerPx: number; pictureId: string }[]
    devices: { id: string }[]
  }
  const [underlay] = file.underlays
  expect(underlay?.widthPx).toBe(4096)
  expect(underlay!.metresPerPx * 4096).toBeCloseTo(60, -1)
  const picture = await page.request.get(`${site}/pictures/${underlay?.pictureId}`)
  expect(picture.headers()['content-type']).toBe('image/jpeg')

  const shop = file.devices.find(({ id }) => id === 'ap-shop')!
  const renamed = { op: 'put', collection: 'devices', record: { ...shop, name: 'Chandlery\u0001 & <AP>' } }
  await postEdit(page.request, baseURL!, site, { revision: 4, label: 'An odd name', edits: [renamed] })
  const geojson = await (await page.request.get(`${site}/geojson`)).body()
  await open(page, `${site}/ground?files=open`)
  await page
    .getByLabel('GeoJSON file')
    .setInputFiles({ name: 'yard.geojson', mimeType: 'application/json', buffer: geojson })
  await expect(page.getByText(/6 buildings, .* found; left out: 23 Point|6 buildings/)).toBeVisible()
  await page.waitForSelector(fine)
  const [svg] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Chart as SVG' }).click(),
  ])
  const text = readFileSync(await svg.path(), 'utf8')
  expect(text.slice(0, 200)).toMatch(/^<svg[^>]+viewBox/)
  expect(text.includes('data:image/png')).toBe(true)
  expect(text.includes('data:image/jpeg')).toBe(true)
  expect(text.includes('Steel workshop')).toBe(true)
  const words = await page.evaluate((xml) => {
    const parsed = new DOMParser().parseFromString(xml, 'image/svg+xml')
    return parsed.querySelector('parsererror')
      ? ['broken']
      : [...parsed.querySelectorAll('text')].map(
          ({ childNodes, textContent }) => `${childNodes.length} ${textContent}`,
        )
  }, text)
  expect(words.filter((word) => /^1 Chandlery\uFFFD & <AP> \d+$/.test(word))).toHaveLength(1)
  const [image] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Chart as PNG' }).click(),
  ])
  expect(
    readFileSync(await image.path())
      .subarray(1, 4)
      .toString(),
  ).toBe('PNG')
  expect(faults).toEqual([])
})
