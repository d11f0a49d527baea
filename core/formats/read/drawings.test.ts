import { readFileSync } from 'node:fs'
import { dxf, line } from '~/tests/kit/dxfText'
import { boatyard } from '~/tests/kit/yard'
import { applyEdits, integrityProblems, lengthM } from '../../plan'
import type { Point } from '../../plan'
import { readDxf } from './dxf'
import { wallsFromDxf } from './dxf/walls'
import { readGeoJson } from './geojson'
import { joinLines } from './dxf/joinLines'

const level = { id: 'l', name: 'Ground', floorM: 0, heightM: 3, slabMaterial: 'concrete', slabMm: 0 }
let serial = 0
const newId = () => `n${serial++}`
const value = (text: string) => {
  const read = readDxf(text)
  if (!read.ok) throw new Error(read.problems[0]?.message)
  return read.value
}
const said = (read: { ok: boolean; problems?: { message: string }[] }) =>
  read.problems?.map((one) => one.message).join(' ') ?? ''

describe('DXF', () => {
  test('lines by layer, in the units the drawing names', () => {
    const drawing = value(dxf([...line('BRICK', [0, 0], [8000, 0]), ...line('GLASS', [0, 0], [0, 3000])], 4))
    expect(drawing).toMatchObject({ metresPerUnit: 0.001, unitName: 'millimetres', skipped: [] })
    expect(drawing.layers.map(({ name, lines }) => [name, lines.length])).toEqual([
      ['BRICK', 1],
      ['GLASS', 1],
    ])
  })

  test('without units it says so', () => {
    expect(value(dxf(line('A', [0, 0], [1, 0]), null)).metresPerUnit).toBeNull()
    expect(value(dxf(line('A', [0, 0], [1, 0]), 0)).metresPerUnit).toBeNull()
  })

  test('a block stands where it is inserted, turned and scaled, on the layer of the insert', () => {
    const block = [0, 'BLOCK', 2, 'DOOR', 8, '0', 10, 0, 20, 0, ...line('0', [0, 0], [1, 0]), 0, 'ENDBLK']
    const insert = [0, 'INSERT', 8, 'WOOD', 2, 'DOOR', 10, 5, 20, 5, 41, 2, 42, 2, 50, 90]
    const drawing = value(dxf(insert, 6, block))
    expect(drawing.layers[0]?.name).toBe('WOOD')
    const [from, to] = drawing.layers[0]!.lines[0]!
    expect(from).toEqual([5, 5])
    expect(to).toEqual([expect.closeTo(5, 6), expect.closeTo(7, 6)])
  })

  test('a block that is not there, and texts, are counted and left out', () => {
    const drawing = value(
      dxf([
        ...line('A', [0, 0], [1, 0]),
        0,
        'INSERT',
        8,
        'A',
        2,
        'GONE',
        10,
        0,
        20,
        0,
        0,
        'TEXT',
        8,
        'A',
        10,
        0,
        20,
        0,
        40,
        1,
        1,
        'Hall',
      ]),
    )
    expect(drawing.skipped).toEqual([
      { kind: 'INSERT', count: 1, why: 'of a block that is not in the file' },
      { kind: 'TEXT', count: 1, why: 'no line' },
    ])
  })

  test('a circle, a bulge and a spline become chords', () => {
    const circle = value(dxf([0, 'CIRCLE', 8, 'A', 10, 0, 20, 0, 40, 2])).layers[0]!.lines[0]!
    expect(lengthM(circle)).toBeCloseTo(4 * Math.PI, 1)
    const half = value(dxf([0, 'LWPOLYLINE', 8, 'A', 90, 2, 70, 0, 10, 0, 20, 0, 42, 1, 10, 4, 20, 0]))
      .layers[0]!.lines[0]!
    expect(lengthM(half)).toBeCloseTo(2 * Math.PI, 1)
    expect(Math.min(...half.map(([, y]) => y))).toBeCloseTo(-2, 1)
    const knots = [0, 0, 0, 0, 1, 1, 1, 1].flatMap((knot) => [40, knot])
    const control = [
      [0, 0],
      [0, 3],
      [3, 3],
      [3, 0],
    ].flatMap(([x, y]) => [10, x!, 20, y!, 30, 0])
    const spline = value(dxf([0, 'SPLINE', 8, 'A', 70, 8, 71, 3, 72, 8, 73, 4, 74, 0, ...knots, ...control]))
      .layers[0]!.lines[0]!
    // The middle of a cubic Bézier: (p0 + 3 p1 + 3 p2 + p3) ÷ 8.
    expect(spline[spline.length >> 1]).toEqual([expect.closeTo(1.5, 6), expect.closeTo(2.25, 6)])
    expect(spline.at(-1)).toEqual([expect.closeTo(3, 6), expect.closeTo(0, 6)])
  })

  test('200 000 lines are read, joined where they meet, and cut off at what a plan can hold', () => {
    const many: (string | number)[] = []
    for (let i = 0; i < 200_000; i++) many.push(...line('GRID', [i * 2, 0], [i * 2 + 1, 0]))
    const drawing = value(dxf(many))
    expect(drawing.layers[0]?.lines).toHaveLength(200_000)
    const made = wallsFromDxf(
      drawing,
      1,
      [{ layer: 'GRID', material: 'brick', thicknessMm: 100 }],
      level,
      [0, 0],
      newId,
    )
    expect(made).toMatchObject({ walls: 200_000, tooMany: true })
    expect(made.edits).toHaveLength(4000)
  }, 60_000)

  test.each([
    ['', 'is empty'],
    ['hello', 'no DXF that can be read'],
    ['AutoCAD Binary DXF\r\n\u001a\u0000', 'binary DXF'],
    [dxf([]), 'no lines in the drawing'],
  ])('what cannot be read is said (%#)', (text, message) => {
    expect(said(readDxf(text))).toContain(message)
  })

  test('strokes that meet become one wall, in metres, at the place asked for; those without length are left out', () => {
    const drawing = value(
      dxf([
        ...line('W', [100, 100], [104, 100]),
        ...line('W', [104, 103], [104, 100]),
        ...line('W', [106, 100], [106, 100]),
        ...line('X', [0, 0], [900, 0]),
      ]),
    )
    const made = wallsFromDxf(
      drawing,
      1,
      [{ layer: 'W', material: 'concrete', thicknessMm: 150 }],
      level,
      [10, 20],
      newId,
    )
    expect(made).toMatchObject({ walls: 1, tooShort: 1, tooMany: false })
    expect(made.edits[0]).toMatchObject({
      record: {
        material: 'concrete',
        points: [
          [10, 20],
          [14, 20],
          [14, 23],
        ],
      },
    })
  })

  test('where three walls meet none is joined', () => {
    const star: Point[][] = [
      [
        [0, 0],
        [1, 0],
      ],
      [
        [0, 0],
        [0, 1],
      ],
      [
        [0, 0],
        [-1, 0],
      ],
    ]
    expect(joinLines(star)).toHaveLength(3)
    expect(
      joinLines([
        [
          [0, 0],
          [1, 0],
        ],
        [
          [1, 0],
          [1, 1],
        ],
        [
          [1, 1],
          [0, 1],
        ],
        [
          [0, 1],
          [0, 0],
        ],
      ]),
    ).toHaveLength(1)
  })
})

describe('the samples that come along', () => {
  test('the paint shed: millimetres, five layers, a door put twice, a note left out', () => {
    const drawing = value(readFileSync('demo/paint-shed.dxf', 'utf8'))
    expect(drawing.unitName).toBe('millimetres')
    expect(drawing.layers.map(({ name, lines }) => [name, lines.length])).toEqual([
      ['OUTER_CHIPBOARD', 4],
      ['BOOTH_PLASTERBOARD', 1],
      ['OFFICE_GLASS', 1],
      ['TANK_METAL', 1],
      ['DOORS_WOOD', 2],
    ])
    expect(drawing.skipped).toEqual([{ kind: 'TEXT', count: 1, why: 'no line' }])
    const choices = [
      { layer: 'OUTER_CHIPBOARD', material: 'chipboard', thicknessMm: 36 },
      { layer: 'TANK_METAL', material: 'metal', thicknessMm: 3 },
    ]
    const { edits, walls } = wallsFromDxf(drawing, 0.001, choices, level, [150, 112], newId)
    expect(walls).toBe(2)
    const outer = (edits[0] as { record: { points: Point[] } }).record.points
    expect(lengthM(outer)).toBeCloseTo(68, 6)
    const site = boatyard()
    const taken = applyEdits({ ...site, levels: [...site.levels, level] }, edits)
    expect(integrityProblems(taken)).toEqual([])
  })

  test('the yard’s own GeoJSON comes in whole', () => {
    const site = boatyard()
    const read = readGeoJson(
      readFileSync('demo/tern-quay-ground.geojson', 'utf8'),
      site.ground.origin!,
      { level, polygons: 'buildings', material: 'brick', thicknessMm: 100 },
      site,
      newId,
    )
    expect(read).toMatchObject({
      ok: true,
      value: { counts: { buildings: 6, walls: 18, areas: 8, obstacles: 4, keepOuts: 3 } },
    })
    if (read.ok) expect(integrityProblems(applyEdits(site, read.value.edits))).toEqual([])
  })
})
