import { perSite } from '../../lib/perSite'
import type { Band, Device, GroundSettings, RadioModel, Site } from '../../plan'
import type { Propagation } from './propagation'

type What = RadioModel['losses'][number]['what']

/** What a walk taught, where it belongs to the model that is chosen; null: the plan alone counts. */
export const learnedOf = ({ learned, model }: GroundSettings): RadioModel | null =>
  learned?.model === model ? learned : null

/** Spread of a level about what is worked out: learned, else assumed. */
export const sigmaDbOf = (ground: GroundSettings): number => learnedOf(ground)?.sigmaDb ?? ground.sigmaDb

const lossesOn = perSite(
  (site: Site, band: Band): ReadonlyMap<string, number> =>
    new Map(
      (learnedOf(site.ground)?.losses ?? [])
        .filter((one) => one.band === band)
        .map(({ what, name, byDb }) => [`${what} ${name}`, byDb]),
    ),
)

/** What is there costs something, so that a later walk still knows that it was crossed. */
const LEAST_LOSS = 0.01

/** A loss as it was learned, by what it is called; never below nothing. `planned` in dB, or dB/m for an obstacle. */
export function learnedLoss(site: Site, band: Band, what: What, name: string, planned: number): number {
  const by = lossesOn(site, band).get(`${what} ${name}`)
  return by === undefined || planned <= 0 ? planned : Math.max(LEAST_LOSS, planned + by)
}

/** How far a radio is off its stated power and aim, dB. */
export const learnedOffsetDb = ({ ground }: Site, { id }: Device, band: Band): number =>
  learnedOf(ground)?.offsets.find((one) => one.deviceId === id && one.band === band)?.byDb ?? 0

/** The law with the slopes that were learned. */
export function withLearnedSlopes(law: Propagation, ground: GroundSettings): Propagation {
  const learned = learnedOf(ground)
  if (!learned) return law
  const { clear, behindWalls } = learned.slopes
  return {
    ...law,
    clear: { ...law.clear, perDecade: law.clear.perDecade + 10 * clear },
    behindWalls: { ...law.behindWalls, perDecade: law.behindWalls.perDecade + 10 * behindWalls },
  }
}
