import {
  ETHERNET_WIRE_B,
  TCP_PAYLOAD_B,
  WIRED_LOW_SHARE,
  radioTcpGoodputMbps,
  segmentsPerAggregate,
  wiredTcpGoodputMbps,
} from '../../radio/airtime'
import type { Traced } from '../../lib/traced'
import type { LinkUnderTest } from './types'

export interface ExpectedRange {
  lowMbps: number
  likely: Traced
  highMbps: number
  /** How low and high follow from the likely figure, and by whose word. */
  bounds: { formula: string; source: string }
}

/** Air is shared and its rate moves. Common practice, no source. */
const LOW_SHARE = { wired: WIRED_LOW_SHARE, radio: 0.6 } as const
const LOW_SHARE_SOURCE = {
  wired:
    'A healthy wire gives nine tenths or more: common practice, no source. 5 % above is assumed for rounding.',
  radio:
    'Air is shared and its rate moves while one measures: common practice, no source. 5 % above is assumed, for a rate that rose during the test.',
} as const
/** What a measurement may exceed the sum by: rounding, a PHY rate that rose during the test. assumed: 5 %. */
const HIGH_SHARE = 1.05

/** What a TCP test over this link should show. A wired baseline caps it: the air cannot give what the wire did not. */
export function expectedRange(link: LinkUnderTest): ExpectedRange {
  const likely = link.medium === 'wired' ? wired(link.linkMbps) : radio(link.linkMbps)
  const cap = link.baselineMbps ?? Infinity
  return {
    lowMbps: Math.min(likely.value, cap) * LOW_SHARE[link.medium],
    likely: cap < likely.value ? cappedBy(cap, likely) : likely,
    highMbps: Math.min(likely.value, cap) * HIGH_SHARE,
    bounds: {
      formula: `low = ${LOW_SHARE[link.medium]} · likely, high = ${HIGH_SHARE} · likely`,
      source: LOW_SHARE_SOURCE[link.medium],
    },
  }
}

const wired = (linkMbps: number): Traced => ({
  value: wiredTcpGoodputMbps(linkMbps),
  unit: 'Mbit/s',
  formula: 'link rate · payload ÷ bytes on the wire',
  inputs: [
    { name: 'link rate', value: `${linkMbps} Mbit/s` },
    { name: 'payload', value: `${TCP_PAYLOAD_B} B` },
    { name: 'bytes on the wire', value: `${ETHERNET_WIRE_B} B` },
  ],
  source: 'IEEE 802.3-2022 clauses 3 and 4; RFC 7323',
})

const radio = (phyMbps: number): Traced => ({
  value: radioTcpGoodputMbps(phyMbps),
  unit: 'Mbit/s',
  formula: 'n · payload · 8 ÷ (time of an aggregate + time of its acknowledgements)',
  inputs: [
    { name: 'link rate', value: `${phyMbps} Mbit/s` },
    { name: 'n, segments in an aggregate', value: String(segmentsPerAggregate(phyMbps)) },
    { name: 'payload', value: `${TCP_PAYLOAD_B} B` },
  ],
  source: 'IEEE 802.11-2020 clauses 10 and 17 (timing); one station, no loss',
})

const cappedBy = (baselineMbps: number, likely: Traced): Traced => ({
  ...likely,
  value: baselineMbps,
  formula: `the lower of the wired baseline and ${likely.formula}`,
  inputs: [{ name: 'wired baseline', value: `${baselineMbps} Mbit/s` }, ...likely.inputs],
})
