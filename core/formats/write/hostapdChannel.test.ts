import { Faults } from './grammars/faults'
import { centreIndex, channelLines } from './hostapdChannel'
import type { Generation } from './hostapdChannel'

/** Channels and centres as IEEE 802.11-2020 and 802.11ax-2021 table E-4 list them, from memory. */
const linesOf = (
  band: '2.4' | '5' | '6',
  channel: number | null,
  widthMhz: number,
  generation: Generation = 'ax',
) => {
  const faults = new Faults()
  const lines = channelLines(
    { band, channel, widthMhz },
    generation,
    { path: ['x'], label: 'The radio' },
    faults,
  )
  return { lines, refused: faults.problems.map(({ message }) => message) }
}

test.each([
  ['+', '5', [36, 44, 52, 60, 100, 108, 116, 124, 132, 140, 149, 157]],
  ['-', '5', [40, 48, 56, 64, 104, 112, 120, 128, 136, 144, 153, 161]],
  ['+', '2.4', [1, 2, 3, 4, 5, 6, 7]],
  ['-', '2.4', [8, 9, 10, 11, 12, 13]],
] as const)('40 MHz lies on the %s side at %s GHz of %p', (side, band, channels) => {
  for (const channel of channels)
    expect({ channel, lines: linesOf(band, channel, 40).lines }).toEqual({
      channel,
      lines: expect.arrayContaining([`ht_capab=[HT40${side}]`]) as string[],
    })
})

test.each([
  [
    80,
    [
      [42, [36, 40, 44, 48]],
      [58, [52, 56, 60, 64]],
      [106, [100, 104, 108, 112]],
      [122, [116, 120, 124, 128]],
      [138, [132, 136, 140, 144]],
      [155, [149, 153, 157, 161]],
      [171, [165]],
    ],
  ],
  [
    160,
    [
      [50, [36, 40, 44, 48, 52, 56, 60, 64]],
      [114, [100, 104, 108, 112, 116, 120, 124, 128]],
      [163, [149, 161]],
    ],
  ],
] as const)('the centre of %i MHz at 5 GHz', (widthMhz, blocks) => {
  for (const [centre, channels] of blocks)
    for (const channel of channels) {
      const { lines, refused } = linesOf('5', channel, widthMhz)
      expect({ channel, refused, lines }).toEqual({
        channel,
        refused: [],
        lines: expect.arrayContaining([
          `vht_oper_chwidth=${widthMhz === 80 ? 1 : 2}`,
          `vht_oper_centr_freq_seg0_idx=${centre}`,
          `he_oper_centr_freq_seg0_idx=${centre}`,
        ]) as string[],
      })
    }
})

test('6 GHz has its operating class and centre at every width, and no 802.11n or ac', () => {
  for (const [widthMhz, opClass, centre] of [
    [20, 131, 37],
    [40, 132, 35],
    [80, 133, 39],
    [160, 134, 47],
  ] as const) {
    const { lines } = linesOf('6', 37, widthMhz)
    expect(lines).toEqual(
      expect.arrayContaining([`op_class=${opClass}`, `he_oper_centr_freq_seg0_idx=${centre}`]),
    )
    expect(lines.join()).not.toMatch(/ieee80211n=|ieee80211ac=|ht_capab|vht_/)
  }
  expect(centreIndex('6', 1, 160)).toBe(15)
  expect(centreIndex('6', 221, 160)).toBe(207)
  expect(centreIndex('6', 225, 40)).toBe(227)
})

test.each([
  ['a width that the standard does not have', '5', 36, 80, 'n'],
  ['80 MHz at 2.4 GHz', '2.4', 6, 80, 'ax'],
  ['160 MHz where no block is', '5', 132, 160, 'ax'],
  ['a block beyond the end of 6 GHz', '6', 233, 40, 'ax'],
  ['802.11ac at 6 GHz', '6', 37, 80, 'ac'],
  ['320 MHz, which hostapd 2.10 does not know', '6', 37, 320, 'be'],
  ['802.11a at 2.4 GHz', '2.4', 6, 20, 'a'],
  ['802.11g at 5 GHz', '5', 36, 20, 'g'],
  ['40 MHz before 802.11n', '5', 36, 40, 'a'],
] as const)('%s is refused', (_name, band, channel, widthMhz, generation) => {
  expect(linesOf(band, channel, widthMhz, generation).refused).toHaveLength(1)
})

test('before 802.11n there is the band’s own mode and nothing else; 802.11be is written as far as hostapd knows it', () => {
  const mode = (lines: string[]) => lines.filter((line) => /hw_mode|ieee80211|capab|chwidth/.test(line))
  expect(mode(linesOf('2.4', 6, 20, 'b').lines)).toEqual(['hw_mode=b'])
  expect(mode(linesOf('2.4', 6, 20, 'g').lines)).toEqual(['hw_mode=g'])
  expect(mode(linesOf('5', 36, 20, 'a').lines)).toEqual(['hw_mode=a'])
  expect(linesOf('5', 36, 80, 'be')).toEqual(linesOf('5', 36, 80, 'ax'))
})

test('a channel that is left to the device is 0, and has no centre', () => {
  expect(linesOf('5', null, 80).lines).toEqual(expect.arrayContaining(['channel=0', 'vht_oper_chwidth=1']))
  expect(linesOf('5', null, 80).lines.join()).not.toContain('centr_freq')
})
