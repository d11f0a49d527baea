import { BANDS_OF, channelMhz, isLegacy, spanOf } from '../../radio/propagation'
import type { Band, Generation, Radio } from '../../plan'
import type { Faults, Field } from './grammars/faults'

export type { Generation } from '../../plan'

/** Centre indices of the wide channels at 5 GHz. Source: IEEE 802.11-2020 table E-4, from memory. */
const CENTRES_5: Partial<Record<number, readonly number[]>> = {
  80: [42, 58, 106, 122, 138, 155, 171],
  160: [50, 114, 163],
}
/** The last centre index of each width at 6 GHz. Source: IEEE 802.11ax-2021 table E-4, from memory. */
const LAST_CENTRE_6: Partial<Record<number, number>> = { 20: 233, 40: 227, 80: 215, 160: 207 }
/** Operating classes at 6 GHz by width; channel 2 has one of its own. Source: IEEE 802.11ax-2021 table E-4, from memory. */
const OP_CLASS_6: Partial<Record<number, number>> = { 20: 131, 40: 132, 80: 133, 160: 134 }
const WIDTH_CODE: Partial<Record<number, number>> = { 20: 0, 40: 0, 80: 1, 160: 2 }
/** Before n there is one width. What is written of be is what hostapd 2.10 knows of it: ax. */
const WIDEST: Record<Generation, number> = { b: 20, g: 20, a: 20, n: 40, ac: 160, ax: 160, be: 160 }

/** The middle of a radio's block as a channel number. */
export function centreIndex(band: Band, channel: number, widthMhz: number): number {
  const { fromMhz, toMhz } = spanOf(band, channel, widthMhz)
  const baseMhz = channelMhz(band, 0)
  return ((fromMhz + toMhz) / 2 - baseMhz) / 5
}

const isBlock = (band: Band, widthMhz: number, centre: number): boolean => {
  if (band === '6') return centre <= (LAST_CENTRE_6[widthMhz] ?? 0)
  return band === '2.4' ? widthMhz <= 40 : (CENTRES_5[widthMhz]?.includes(centre) ?? true)
}

/** Channel, width and standard of a radio as hostapd wants them. Source of the directives: hostapd.conf(5). */
export function channelLines(
  { band, channel, widthMhz }: Pick<Radio, 'band' | 'channel' | 'widthMhz'>,
  generation: Generation,
  field: Field,
  faults: Faults,
): string[] {
  const widest = band === '2.4' ? 40 : WIDEST[generation]
  if (widthMhz > widest)
    faults.refuse(field, `is ${widthMhz} MHz wide`, `at most ${widest} MHz (802.11${generation})`)
  if (!BANDS_OF[generation].includes(band) && !(generation === 'ac' && band === '2.4'))
    faults.refuse(
      field,
      `is 802.11${generation} at ${band} GHz`,
      band === '6' ? '802.11ax' : 'a radio made for that band',
    )
  const centre = channel === null ? null : centreIndex(band, channel, widthMhz)
  if (centre !== null && widthMhz <= widest && !isBlock(band, widthMhz, centre))
    faults.refuse(
      field,
      `is ${widthMhz} MHz on channel ${channel}`,
      'a channel that has a block of that width',
    )
  const lines = [
    `hw_mode=${generation === 'b' ? 'b' : band === '2.4' ? 'g' : 'a'}`,
    `channel=${channel ?? 0}`,
    'wmm_enabled=1',
  ]
  return [
    ...lines,
    ...(band === '6' ? at6(widthMhz, channel, centre) : below6(generation, band, widthMhz, channel, centre)),
  ]
}

function at6(widthMhz: number, channel: number | null, centre: number | null): string[] {
  return [
    'ieee80211ax=1',
    `op_class=${channel === 2 ? 136 : (OP_CLASS_6[widthMhz] ?? 131)}`,
    `he_oper_chwidth=${WIDTH_CODE[widthMhz] ?? 0}`,
    ...(centre === null ? [] : [`he_oper_centr_freq_seg0_idx=${centre}`]),
  ]
}

function below6(
  generation: Generation,
  band: Band,
  widthMhz: number,
  channel: number | null,
  centre: number | null,
): string[] {
  const isWide = widthMhz >= 80
  const wide = (which: string): string[] => [
    `${which}_oper_chwidth=${WIDTH_CODE[widthMhz] ?? 0}`,
    ...(isWide && centre !== null ? [`${which}_oper_centr_freq_seg0_idx=${centre}`] : []),
  ]
  if (isLegacy(generation)) return []
  const isAx = generation === 'ax' || generation === 'be'
  const isAc = generation !== 'n' && band === '5'
  return [
    'ieee80211n=1',
    ...(isAc ? ['ieee80211ac=1'] : []),
    ...(isAx ? ['ieee80211ax=1'] : []),
    ...(widthMhz >= 40 ? [`ht_capab=[HT40${side(band, channel)}]`] : []),
    ...(isAc && isWide ? wide('vht') : []),
    ...(isAx && isWide ? wide('he') : []),
  ]
}

/** Which side of the primary channel the second 20 MHz lie on. */
function side(band: Band, channel: number | null): '+' | '-' {
  if (channel === null) return '+'
  return centreIndex(band, channel, 40) > channel ? '+' : '-'
}
