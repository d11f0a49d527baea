import type { Site } from '~/core/plan'

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
    <label className="flex items-center gap-1.5">
      <span className="text-soft">Level</span>
      <select className="field !w-40" value={levelId} onChange={(event) => onChange(event.target.value)}>
        {site.levels.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  )
}
