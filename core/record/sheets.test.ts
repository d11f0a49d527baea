import { demoYard, longMole, withDevice } from '~/tests/kit/yard'
import {
  labelPages,
  LABEL_SHEETS,
  labelsOf,
  sheetProblems,
  partsCsv,
  partsList,
  costOfAll,
  tickReach,
} from '.'
import { demoFile, withList } from '~/tests/kit/listed'
import { readCsv } from '../formats'
import { emsOf, fitted } from './labels/fit'
import { gathered } from './figure/topology'
import { topologyOf } from '../guide/jobs/topology'
import { qrShape } from './cards/qr'

const sheet = LABEL_SHEETS['a4-24']

describe('sheets of labels', () => {
  test('every sheet that is offered fits its paper', () => {
    for (const one of Object.values(LABEL_SHEETS)) expect(sheetProblems(one, 1)).toEqual([])
    expect(sheet.columns * sheet.rows).toBe(24)
  })

  test('a used sheet: the first label lies on the first free place, the rest on the next sheets', () => {
    const labels = labelsOf(demoYard(), 'cables')
    const pages = labelPages(labels, sheet, 20)
    if (!pages.ok) throw new Error()
    const titles = pages.value.map(({ shapes }) =>
      shapes.flatMap((s) => (s.kind === 'text' && s.strong ? [s] : [])),
    )
    expect(titles.map(({ length }) => length)).toEqual([5, 24, labels.length - 29])
    // Place 20 is row 7 (from 1), column 2.
    expect(titles[0]![0]!.at[0]).toBeCloseTo(6.5 + 66.5 + 2, 6)
    expect(titles[0]![0]!.at[1]).toBeGreaterThan(12.5 + 6 * 33.9)
  })

  test.each([
    ['columns', { columns: 4 }, 'the sheet has 210 mm'],
    ['rows', { rows: 12 }, 'the sheet has 297 mm'],
    ['rows', { rows: 0 }, 'whole number from 1 to 40'],
    ['labelWidthMm', { labelWidthMm: 5 }, '15 mm or more'],
    ['labelHeightMm', { labelHeightMm: NaN }, '8 mm or more'],
    ['gapXMm', { gapXMm: -1 }, '0 to 100 mm'],
  ])('no room: %s %j', (field, part, words) => {
    const [problem] = sheetProblems({ ...sheet, ...part }, 1)
    expect(problem!.path).toEqual([field])
    expect(problem!.message).toContain(words)
  })

  test('a name of 200 signs is cut to the label, and nothing is written beside it', () => {
    const long = withDevice(demoYard(), 'gateway', { name: 'W'.repeat(200), place: '⚓'.repeat(120) })
    const pages = labelPages(labelsOf(long, 'devices'), LABEL_SHEETS['a4-65'])
    if (!pages.ok) throw new Error()
    for (const { shapes } of pages.value)
      for (const shape of shapes)
        if (shape.kind === 'text') {
          expect(emsOf(shape.text) * shape.size).toBeLessThanOrEqual(38.1)
          expect(shape.at[0]).toBeGreaterThanOrEqual(4.75)
        }
  })

  test('each end of a cable says where it belongs and where it comes from', () => {
    const labels = labelsOf(demoYard(), 'cables')
    expect(labels).toContainEqual({
      title: 'Chandlery switch port 3',
      vlanId: null,
      lines: ['from Chandlery AP port 1', 'Cat 6, 18 m'],
    })
    expect(labels).toContainEqual(
      expect.objectContaining({
        title: 'Chandlery AP port 1',
        lines: ['from Chandlery switch port 3', 'Cat 6, 18 m'],
      }),
    )
  })
})

test('a text is fitted by its size first, then cut at whole signs', () => {
  expect(fitted('short', 100, { most: 4, least: 2 })).toEqual({ text: 'short', size: 4 })
  expect(fitted('a longer text', 20, { most: 4, least: 2 }).size).toBeCloseTo(20 / (13 * 0.58), 6)
  const { text, size } = fitted('😀'.repeat(50), 20, { most: 4, least: 2 })
  expect([...text].slice(0, -1).every((sign) => sign === '😀')).toBe(true)
  expect(text.endsWith('…')).toBe(true)
  expect(emsOf(text) * size).toBeLessThanOrEqual(20)
})

test('a topology too long for a sheet: gear of one kind at one device becomes one', () => {
  const yard = demoYard()
  expect(gathered(topologyOf(yard))).toEqual(topologyOf(yard))
  const base = yard.devices.find(({ id }) => id === 'cam-gate')!
  const many = {
    ...yard,
    devices: [
      ...yard.devices,
      ...Array.from({ length: 30 }, (_, i) => ({ ...base, id: `cam-${i}`, name: `Camera ${i}` })),
    ],
    links: [
      ...yard.links,
      ...Array.from({ length: 30 }, (_, i) => ({
        ...yard.links[0]!,
        id: `l-cam-${i}`,
        a: { deviceId: 'sw-gate', port: 100 + i },
        b: { deviceId: `cam-${i}`, port: 1 },
      })),
    ],
  }
  const small = gathered(topologyOf(many))
  expect(small.rows).toBeLessThan(20)
  expect(small.nodes.map(({ name }) => name)).toContain('32 clients')
  const ids = new Set(small.nodes.map(({ id }) => id))
  for (const { fromId, toId } of small.lines) expect(ids.has(fromId) && ids.has(toId)).toBe(true)
})

test('more than a code holds is refused', () => {
  expect(() => qrShape('x'.repeat(2400), [0, 0], 10)).toThrow(RangeError)
})

describe('the parts list', () => {
  test('without a line it follows the plan; at hand is less to get; what nobody needs any more is said so', () => {
    const site = demoFile('two-ovens')
    expect(partsList(site).every(({ listed, missing }) => listed === null && missing === 0)).toBe(true)
    const taken = withList(site)
    const changed = {
      ...taken,
      parts: [
        ...taken.parts.map((part) => (part.key === 'labels' ? { ...part, have: 20, rate: 0.5 } : part)),
        { id: 'own', key: '', name: 'Cable ties', unit: 'piece' as const, count: 2, have: 0, rate: 3 },
        {
          id: 'old',
          key: 'gear t-gone',
          name: 'Old gear',
          unit: 'piece' as const,
          count: 1,
          have: 0,
          rate: null,
        },
      ],
    }
    const rows = partsList(changed)
    expect(rows.find(({ key }) => key === 'labels')).toMatchObject({ toGet: 1, have: 20, missing: 0 })
    expect(rows.find(({ name }) => name === 'Cable ties')).toMatchObject({ group: 'own', cost: 6, note: '' })
    expect(rows.find(({ name }) => name === 'Old gear')!.note).toBe('The plan does not need it any more.')
    expect(costOfAll(rows).sum).toBe(6 + 21 * 0.5)
  })

  test('a tick is for so many: when the plan needs more, it is ticked in part', () => {
    const site = demoFile('two-ovens')
    const tick = { key: 'gear t-ap2', state: 'packed' as const, at: '', who: 'Kim' }
    const reach = (count: number) =>
      tickReach(
        partsList(site, [{ ...tick, count }]).find(({ key }) => key === 'gear t-ap2')!,
        'packed',
      )
    expect([reach(4), reach(3)]).toEqual(['all', 'some'])
    expect(tickReach(partsList(site)[0]!, 'packed')).toBe('none')
  })

  test('as CSV it reads back, formulas and all', () => {
    const site = longMole()
    const hostile = {
      ...site,
      parts: [
        {
          id: 'x',
          key: '',
          name: '=HYPERLINK("x","y"), "z"',
          unit: 'piece' as const,
          count: 1,
          have: 0,
          rate: null,
        },
      ],
    }
    const text = partsCsv(partsList(hostile))
    expect(text).toContain(`"'=HYPERLINK(`)
    const read = readCsv(text)
    if (!read.ok) throw new Error()
    expect(read.value.columns.slice(0, 4)).toEqual(['group', 'part', 'unit', 'needed'])
    expect(read.value.rows.at(-1)![1]).toBe('=HYPERLINK("x","y"), "z"')
  })
})
