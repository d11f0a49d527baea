import { STARTER_TYPES } from '../../plan'
import { readGearList } from './gearList'

const rows = (text: string) => {
  const read = readGearList(text, STARTER_TYPES)
  if (!read.ok) throw new Error(read.problems.map(({ message }) => message).join('\n'))
  return read.value.map(({ count, typeId }) => [count, typeId])
}
const refused = (text: string) => {
  const read = readGearList(text, STARTER_TYPES)
  return read.ok ? 'read' : read.problems.map(({ message }) => message).join('\n')
}

test.each<[string, string, [number, string | null][]]>([
  [
    'as one says it',
    '2 ceiling access point; 1 switch 16',
    [
      [2, 't-ap2'],
      [1, 't-switch16'],
    ],
  ],
  [
    'one in each line, with shorts and plurals',
    '3x ceiling APs\n2 × wall APs\nunmanaged switch',
    [
      [3, 't-ap2'],
      [2, 't-ap2j'],
      [1, 't-plain5'],
    ],
  ],
  ['the count behind', 'Bridge units x 2', [[2, 't-bridge']]],
  [
    'a table with commas',
    'what,how many\n'.slice(0, 0) + 'ceiling access point,4\nlogin server,1',
    [
      [4, 't-ap2'],
      [1, 't-radius'],
    ],
  ],
  [
    'a table with semicolons',
    '2;powerline adapter\n1;injector',
    [
      [2, 't-powerline'],
      [1, 't-injector'],
    ],
  ],
  ['in full', '1 Gateway, one feed and four LAN ports', [[1, 't-gateway']]],
  ['what nobody makes', '5 flux capacitor', [[5, null]]],
  ['what several types are', '2 controller', [[2, null]]],
])('%s', (_name, text, wanted) => {
  expect(rows(text)).toEqual(wanted)
})

test('what is not sure comes with what is likely', () => {
  const read = readGearList('1 switch, twenty-four', STARTER_TYPES)
  expect(read.ok && read.value[0]).toMatchObject({ typeId: 't-switch24bt' })
  const several = readGearList('1 switch 802.3at', STARTER_TYPES)
  expect(several.ok && several.value[0]?.likely).toEqual(expect.arrayContaining(['t-switch8', 't-switch16']))
})

test.each([
  ['nothing', '  \n ; ', 'There is nothing in the list. Accepted: such as'],
  ['none of it', '0 switch 16', '“0 switch 16”: 0 of it cannot be taken. Accepted: 1 to 200.'],
  ['a truckload', '4000 ceiling access point', 'Accepted: 1 to 200'],
  [
    'too long a list',
    Array.from({ length: 201 }, () => '1 injector').join('\n'),
    'has 201 entries; at most 200',
  ],
])('%s is refused in words', (_name, text, says) => {
  expect(refused(text)).toContain(says)
})
