import type { Site } from '~/core/plan'
import { InlineSelect } from './InlineSelect'

/** Which level of the ground is shown. */
export function LevelSelect({
  site,
  levelId,
  onChange,
}: {
  site: Site
  levelId: string
  onChange: (levelId: string) => void
}) {
  return (
    <InlineSelect
      label="Level"
      className="!w-40"
      value={levelId}
      onChange={onChange}
      choices={site.levels.map(({ id, name }) => ({ value: id, label: name }))}
    />
  )
}
