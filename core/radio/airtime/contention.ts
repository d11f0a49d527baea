/**
 * Bianchi's chain for stations that always have something to send: with what chance a station speaks in a slot (τ), given
 * the chance p that it is spoken over. W = cwMin + 1 slots, doubled `stages` times at most.
 * Source: G. Bianchi, IEEE JSAC 18 (2000) 535, equation 7.
 */
export function speaksChance(p: number, cwMin: number, stages: number): number {
  const w = cwMin + 1
  // The closed form has (1 − 2p) below and above; as a sum it has no hole at p = ½.
  let sum = 0
  for (let stage = 0; stage < stages; stage++) sum += (2 * p) ** stage
  return 2 / (1 + w + p * w * sum)
}

export const stagesOf = (cwMin: number, cwMax: number): number =>
  Math.round(Math.log2((cwMax + 1) / (cwMin + 1)))

/** Chances in a slot with n alike stations. */
export interface Contention {
  /** That one of them speaks. */
  tau: number
  /** That what it says is spoken over: p = 1 − (1 − τ)^(n − 1). */
  p: number
}

/** The one point where both equations hold, by halving: τ falls with p, p grows with τ. Same source, equations 7 and 9. */
export function contention(stations: number, cwMin: number, stages: number): Contention {
  if (stations <= 1) return { tau: speaksChance(0, cwMin, stages), p: 0 }
  let [low, high] = [0, 1]
  for (let i = 0; i < 60; i++) {
    const tau = (low + high) / 2
    const p = 1 - (1 - tau) ** (stations - 1)
    if (speaksChance(p, cwMin, stages) > tau) low = tau
    else high = tau
  }
  const tau = (low + high) / 2
  return { tau, p: 1 - (1 - tau) ** (stations - 1) }
}

/** A station in the slot sum: how long it holds the air when it gets through, and when it does not; both with the wait. */
export interface Contender {
  successUs: number
  collisionUs: number
}

export interface SlotShares {
  /** Mean length of a slot, idle, taken or lost. */
  meanSlotUs: number
  /** Chance per slot that one given station gets through. */
  eachSucceeds: number
  collisionShare: number
  idleShare: number
}

/**
 * The mean slot. A collision lasts as long as its longest frame: with the stations in order of length, the k-th is the
 * longest if it speaks, none before it does and at least one after it does. Same source, equations 10 to 13, for unequal
 * lengths.
 */
export function slotShares(contenders: readonly Contender[], tau: number, slotUs: number): SlotShares {
  const n = contenders.length
  const idleShare = (1 - tau) ** n
  const eachSucceeds = tau * (1 - tau) ** (n - 1)
  const byLength = [...contenders].sort((a, b) => b.collisionUs - a.collisionUs)
  let collisionShare = 0
  let lostUs = 0
  byLength.forEach(({ collisionUs }, k) => {
    const chance = tau * (1 - tau) ** k * (1 - (1 - tau) ** (n - k - 1))
    collisionShare += chance
    lostUs += chance * collisionUs
  })
  const takenUs = contenders.reduce((sum, { successUs }) => sum + eachSucceeds * successUs, 0)
  return { meanSlotUs: idleShare * slotUs + takenUs + lostUs, eachSucceeds, collisionShare, idleShare }
}
