/** What a figure from the air is worth: measured goodput should lie between low and high, most often near likely. */
export interface GoodputRange {
  lowMbps: number
  likelyMbps: number
  highMbps: number
}

/**
 * Lost frames, a rate that steps down, other people's radios: a quarter less is still in order; a rate that steps up, a
 * tenth more. Common practice, no source; simulated cells and relays lie inside (tests/reference).
 */
export const LOW_SHARE = 0.75
export const HIGH_SHARE = 1.1

/** A healthy wire gives nine tenths or more. Common practice, no source. */
export const WIRED_LOW_SHARE = 0.9

/** A rate in words: one digit below ten. */
export const mbpsText = (mbps: number): string => (mbps > 0 && mbps < 10 ? mbps.toFixed(1) : mbps.toFixed(0))

export const rangeOf = (likelyMbps: number): GoodputRange => ({
  lowMbps: LOW_SHARE * likelyMbps,
  likelyMbps,
  highMbps: HIGH_SHARE * likelyMbps,
})
