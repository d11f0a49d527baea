import { READINGS } from '~/core/radio/coverage'
import type { Reading } from '~/core/radio/coverage'
import type { GroundSettings } from '~/core/plan'
import { ModelLine } from './walk/ModelLine'
import { DEPTH_LEVELS } from '~/core/radio/coverage'

interface Props {
  reading: Reading
  ground: GroundSettings
  /** Levels that were measured on this chart. */
  levelsRead: number
}

/** The five depths with their figures, and what the hatching means. */
export function Legend({ reading, ground, levelsRead }: Props) {
  const { name, unit, says } = READINGS[reading]
  return (
    <div>
      <p className="text-[0.9rem]">
        <strong>{name}</strong>
        {unit && `, ${unit}`}: {says}
      </p>
      <div className="mt-1 flex" aria-hidden>
        {DEPTH_LEVELS[reading].map((level, i) => (
          <div key={level} className="flex-1">
            <div className="h-4 border border-line" style={{ background: `var(--depth-${i + 1})` }} />
            <span className="figures text-[0.8rem]">{level}</span>
          </div>
        ))}
      </div>
      <p className="mt-1 flex items-center gap-2 text-[0.9rem]">
        <span className="hatched inline-block h-4 w-6 border border-caution" aria-hidden /> worked out as
        below the area’s need
      </p>
      <ModelLine ground={ground} levelsRead={levelsRead} />
    </div>
  )
}
