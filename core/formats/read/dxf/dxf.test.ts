import { dxf, line } from '~/tests/kit/dxfText'
import type { Point } from '../../../plan'
import { readDxf } from '.'
import type { DxfDrawing } from '.'
import { wallsFromDxf } from './walls'

const level = { id: 'l', name: 'Ground', floorM: 0, heightM: 3, slabMaterial: 'concrete', slabMm: 0 }
const newId = () => 'n'
const value = (text: string): DxfDrawing => {
  const read = readDxf(text)
  if (!read.ok) throw new Error(read.problems[0]?.message)
  return read.value
}

test('an uneven scale shears what was turned in it; blocks in circles end', () => {
  const arm = [0, 'BLOCK', 2, 'ARM', 8, '0', 10, 1, 20, 2, ...line('0', [1, 2], [2, 2]), 0, 'ENDBLK']
  const turned = [0, 'INSERT', 8, '0', 2, 'ARM', 10, 4, 20, 4, 41, 2, 42, -0.5, 50, 30]
  const round = [0, 'INSERT', 8, '0', 2, 'NEST', 10, 0, 20, 0]
  const nest = [0, 'BLOCK', 2, 'NEST', 8, '0', 10, 0, 20, 0, ...turned, ...round, 0, 'ENDBLK']
  const drawing = value(
    dxf([0, 'INSERT', 8, 'W', 2, 'NEST', 10, 60, 20, -10, 41, 2, 42, 0.8], 6, [...arm, ...nest]),
  )
  // By hand: (1, 0) twice as long, turned by 30° is (√3, 1); in the uneven scale (2 √3, 0.8).
  const [first] = drawing.layers[0]!.lines
  expect(first![0]).toEqual([68, expect.closeTo(-6.8, 9)])
  expect(first![1]).toEqual([expect.closeTo(68 + 2 * Math.sqrt(3), 9), expect.closeTo(-6, 9)])
  expect(drawing.skipped).toEqual([{ kind: 'INSERT', count: 1, why: 'of a block within itself' }])
})

test('what is invisible, and what a frozen insert brings, is left out and listed; a tick takes it', () => {
  const layers = [
    0,
    'SECTION',
    2,
    'TABLES',
    0,
    'LAYER',
    2,
    'ICE',
    70,
    1,
    62,
    7,
    0,
    'LAYER',
    2,
    'DARK',
    70,
    0,
    62,
    -3,
    0,
    'ENDSEC',
  ]
  const block = [
    0,
    'BLOCK',
    2,
    'B',
    8,
    '0',
    10,
    0,
    20,
    0,
    ...line('0', [0, 0], [1, 0]),
    ...line('SEEN', [0, 0], [0, 1]),
    0,
    'ENDBLK',
  ]
  const body = dxf(
    [
      ...line('SEEN', [0, 0], [5, 0]),
      ...[...line('SEEN', [0, 0], [9, 0]), 60, 1],
      ...[0, 'INSERT', 8, 'ICE', 2, 'B', 10, 0, 20, 0],
      // Off, not frozen: what has a layer of its own stays in sight.
      ...[0, 'INSERT', 8, 'DARK', 2, 'B', 10, 0, 20, 0],
    ],
    6,
    block,
  )
  const text = `${layers.join('\n')}\n${body}`
  const shown = value(text)
  expect(shown.layers.map(({ name, lines }) => [name, lines.length])).toEqual([['SEEN', 2]])
  expect(shown.skipped).toEqual([
    { kind: 'LINE', count: 1, why: 'invisible' },
    { kind: 'INSERT', count: 1, why: 'on a frozen layer' },
    { kind: 'LINE', count: 1, why: 'on a layer that is off' },
  ])
  const all = readDxf(text, { hidden: true })
  expect(all).toMatchObject({ ok: true, value: { hidden: 0, skipped: [] } })
  if (all.ok)
    expect(all.value.layers.map(({ name, lines }) => [name, lines.length])).toEqual([
      ['SEEN', 4],
      ['ICE', 1],
      ['DARK', 1],
    ])
})

test('letters of other code pages, survey feet, and a block of another drawing', () => {
  const header = [
    0,
    'SECTION',
    2,
    'HEADER',
    9,
    '$ACADVER',
    1,
    'AC1015',
    9,
    '$DWGCODEPAGE',
    3,
    'ANSI_1253',
    9,
    '$INSUNITS',
    70,
    21,
    0,
    'ENDSEC',
  ]
  const rest = [
    0,
    'SECTION',
    2,
    'BLOCKS',
    0,
    'BLOCK',
    2,
    'X',
    70,
    4,
    10,
    0,
    20,
    0,
    0,
    'ENDBLK',
    0,
    'ENDSEC',
    0,
    'SECTION',
    2,
    'ENTITIES',
  ]
  const body = [
    ...line('\u00D4\u00EF\u00DF\u00F7\u00EF\u00F2', [0, 0], [1, 0]),
    ...line('\\U+58C1 wall', [0, 0], [1, 0]),
    0,
    'INSERT',
    8,
    'A',
    2,
    'X',
    10,
    0,
    20,
    0,
  ]
  const text = [...header, ...rest, ...body, 0, 'ENDSEC', 0, 'EOF'].join('\r\n')
  const read = readDxf(new Uint8Array(Buffer.from(text, 'latin1')))
  if (!read.ok) throw new Error(read.problems[0]?.message)
  expect(read.value.layers.map(({ name }) => name)).toEqual(['Τοίχος', '壁 wall'])
  expect(read.value).toMatchObject({ unitName: 'US survey feet', unknownPage: null })
  expect(read.value.metresPerUnit).toBeCloseTo(0.30480061, 8)
  expect(read.value.skipped).toEqual([
    { kind: 'INSERT', count: 1, why: 'of a block that is not in the file' },
  ])
  const unknown = readDxf(new Uint8Array(Buffer.from(text.replace('ANSI_1253', 'DOS437'), 'latin1')))
  expect(unknown).toMatchObject({ ok: true, value: { unknownPage: 'DOS437' } })
})

test('a curve in a wall keeps within 5 mm, with no more points than it needs', () => {
  const drawing = value(dxf([0, 'CIRCLE', 8, 'T', 10, 650_000, 20, 5_200_000, 40, 2]))
  const made = wallsFromDxf(
    drawing,
    1,
    [{ layer: 'T', material: 'metal', thicknessMm: 3 }],
    level,
    [0, 0],
    newId,
  )
  const { points } = (made.edits[0] as { record: { points: Point[] } }).record
  expect(points.length).toBeLessThan(120)
  points.slice(1).forEach(([x, y], i) => {
    const [px, py] = points[i]!
    expect(Math.abs(Math.hypot((x + px) / 2 - 2, (y + py) / 2 - 2) - 2)).toBeLessThan(0.005)
  })
})

test('a small file that would bring millions of lines is refused, not waited for', () => {
  const blocks = Array.from({ length: 12 }, (_, i) => [
    ...[0, 'BLOCK', 2, `B${i}`, 8, '0', 10, 0, 20, 0],
    ...Array.from({ length: 20 }, () => [0, 'INSERT', 8, '0', 2, `B${i + 1}`, 10, 0, 20, 0]).flat(),
    ...[0, 'ENDBLK'],
  ]).flat()
  const read = readDxf(dxf([0, 'INSERT', 8, '0', 2, 'B0', 10, 0, 20, 0], 6, blocks))
  expect(read).toMatchObject({ ok: false, problems: [{ code: 'dxf.long' }] })
})

test.each([2, 2000, 2001, 3999, 4000, 9001])(
  'a polyline of %i corners loses none: long ones become several walls',
  (count) => {
    const corners = Array.from({ length: count }, (_, i): Point => [i, (i % 2) * 5])
    const body = corners.flatMap(([x, y]) => [10, x, 20, y])
    const drawing = value(dxf([0, 'LWPOLYLINE', 8, 'W', 90, count, 70, 0, ...body]))
    const made = wallsFromDxf(
      drawing,
      1,
      [{ layer: 'W', material: 'wood', thicknessMm: 20 }],
      level,
      [0, 0],
      newId,
    )
    const walls = made.edits.map((edit) => (edit as { record: { points: Point[] } }).record.points)
    expect(walls.every(({ length }) => length >= 2 && length <= 2000)).toBe(true)
    expect(walls.flatMap((points, i) => (i === 0 ? points : points.slice(1)))).toEqual(corners)
    walls.slice(1).forEach((points, i) => expect(points[0]).toEqual(walls[i]!.at(-1)))
  },
)
