import { readFileSync } from 'node:fs'
import { readDxf } from '~/core/formats'
import type { DxfDrawing } from '~/core/formats'
import { boxOf, lengthM } from '~/core/plan'
import { FileFolder } from '../kit/fileFolder'
import { must, testWith } from '../real/programs'

/** Drawings of R12 to R2018 made by ezdxf, and what ezdxf makes of them: dxfDrawings.py. */
interface Case {
  version: string
  encoding: string
  names: string[]
  unit: number
  path: string
  kinds: Record<string, number>
  layers: Record<string, { length: number; box: [number, number, number, number] }>
}

/** Source: DXF reference, $INSUNITS, from memory; NIST Handbook 44, appendix C, for the survey foot. */
const METRES: Record<number, number> = { 2: 0.3048, 4: 0.001, 5: 0.01, 6: 1, 14: 0.1, 21: 0.304800609601219 }
const WITHIN_M = 0.005

const testReal = testWith(['/usr/bin/python3', '/usr/lib/python3/dist-packages/ezdxf/__init__.py'])
const folder = new FileFolder()
afterAll(() => folder.remove())
let made: Case[] | undefined
const cases = (): Case[] =>
  (made ??= JSON.parse(must('/usr/bin/python3', ['tests/reference/dxfDrawings.py', folder.path])) as Case[])

function read(path: string, hidden = false): DxfDrawing {
  const outcome = readDxf(new Uint8Array(readFileSync(path)), { hidden })
  if (!outcome.ok) throw new Error(outcome.problems[0]?.message)
  return outcome.value
}

testReal('each layer has the length and the box that ezdxf finds, within 5 mm', () => {
  expect(cases().map(({ version }) => version)).toEqual(
    expect.arrayContaining(['R12', 'R2000', 'R2004', 'R2007', 'R2010', 'R2013', 'R2018']),
  )
  for (const { version, encoding, unit, path, layers } of cases()) {
    const drawing = read(path)
    const metres = METRES[unit]!
    // R12 has no word for its units.
    if (version === 'R12') expect(drawing.metresPerUnit).toBeNull()
    else expect(drawing.metresPerUnit).toBeCloseTo(metres, 12)
    expect(drawing.layers.map(({ name }) => name).sort()).toEqual(Object.keys(layers).sort())
    for (const { name, lines } of drawing.layers) {
      const want = layers[name]!
      const box = boxOf(lines.flat())!
      const off = {
        length: lines.reduce((sum, line) => sum + lengthM(line), 0) - want.length,
        box: Math.max(...[...box.min, ...box.max].map((value, i) => Math.abs(value - want.box[i]!))),
      }
      const isNear = Math.abs(off.length) * metres <= WITHIN_M && off.box * metres <= WITHIN_M
      expect({ version, encoding, name, ...off, isNear }).toEqual({
        version,
        encoding,
        name,
        ...off,
        isNear: true,
      })
    }
  }
})

testReal('every entity that is no line is counted by its kind, and what is hidden by why', () => {
  for (const { version, path, kinds } of cases()) {
    const drawing = read(path)
    const counts: Record<string, number> = {}
    for (const { kind, count, why } of drawing.skipped)
      if (!/off|frozen|paper|invisible/.test(why)) counts[kind] = (counts[kind] ?? 0) + count
    expect({ version, counts }).toEqual({ version, counts: kinds })
    const hidden = drawing.skipped
      .filter(({ why }) => /off|frozen|paper|invisible/.test(why))
      .map(({ kind, why }) => `${kind} ${why}`)
    expect(hidden).toEqual(
      expect.arrayContaining([
        'LINE on a frozen layer',
        'CIRCLE on a layer that is off',
        'INSERT on a frozen layer',
        'LINE in paper space',
      ]),
    )
  }
})

testReal('with the tick what is hidden is taken, too', () => {
  for (const { path, layers } of cases().slice(0, 3)) {
    const [shown, all] = [read(path), read(path, true)]
    expect(shown.hidden).toBeGreaterThan(3)
    expect(all.hidden).toBe(0)
    expect(all.layers.map(({ name }) => name)).toEqual(
      expect.arrayContaining([...Object.keys(layers), 'FROZEN', 'OFF']),
    )
    const plain = ({ layers: list }: DxfDrawing) => list.find(({ name }) => name === 'PLAIN')!.lines.length
    expect(plain(all)).toBeGreaterThan(plain(shown))
  }
})

testReal('names of layers are read in the code page that the file names', () => {
  for (const { names, path } of cases()) {
    const drawing = read(path)
    expect(drawing.unknownPage).toBeNull()
    expect(drawing.layers.map(({ name }) => name)).toEqual(expect.arrayContaining(names))
  }
})
