import { STARTER_TYPES } from '../../plan'
import { readTypesCsv, typesCsv } from './typesCsv'

const OUTSIDE = new Set(['t-controller-vm'])

test('every starter type comes back from its row, but for radios, LEDs and sizes', () => {
  const read = readTypesCsv(typesCsv(STARTER_TYPES))
  expect(read.ok ? read.value.map(({ id }) => id) : read.problems).toEqual(STARTER_TYPES.map(({ id }) => id))
  for (const type of read.ok ? read.value : []) {
    const before = STARTER_TYPES.find(({ id }) => id === type.id)!
    const {
      radios: _radios,
      maxAccessPoints: _most,
      minimumFirmware: _least,
      family: _family,
      meshesWith: _with,
      capacity: _sizes,
      ...rest
    } = before
    expect(OUTSIDE.has(type.id) || type).toEqual(OUTSIDE.has(type.id) || { ...type, ...rest })
  }
})

test('names that a spreadsheet would take for formulas come back as they were', () => {
  const [first] = STARTER_TYPES
  const odd = { ...first!, name: '=HYPERLINK("x")', inCarton: ['@one', '-two'] }
  const read = readTypesCsv(typesCsv([odd]))
  expect(read.ok && read.value[0]).toMatchObject({ name: '=HYPERLINK("x")', inCarton: ['@one', '-two'] })
})

test.each([
  ['name,kind\nX,toaster', /Row 2, kind: “toaster”/],
  ['name,kind,ports\nX,switch,1:7', /Row 2, ports/],
  ['name,kind,draw_w\nX,switch,much', /Row 2, draw_w: “much”/],
  ['name,kind,factory_ip\nX,switch,10.0.0', /Row 2, factory_ip/],
  ['name,ports\nX,1', /columns kind are missing/],
  ['name,kind,factory_serves\nX,switch,maybe', /Accepted: yes, no/],
])('%j is refused with its row and column', (text, words) => {
  const read = readTypesCsv(text)
  expect(read.ok ? '' : read.problems[0]?.message).toMatch(words)
})
