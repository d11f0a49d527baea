import type { Site } from '~/core/plan'

/** What is drawn on the ground besides devices. */
const DRAWN_LISTS = [
  'walls',
  'obstacles',
  'buildings',
  'keepOuts',
  'areas',
  'cableRoutes',
  'risers',
  'underlays',
  'levels',
  'ground',
] as const satisfies readonly (keyof Site)[]

/** Whether nothing that such a part of the chart draws has changed: a dragged device leaves all lists but its own as they are. */
export function sameDrawn<Props extends { site: Site }>(before: Props, after: Props): boolean {
  const names = Object.keys(after) as (keyof Props)[]
  return (
    names.every((name) => name === 'site' || before[name] === after[name]) &&
    DRAWN_LISTS.every((list) => before.site[list] === after.site[list])
  )
}
