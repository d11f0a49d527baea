import type { Point } from '~/core/plan'

/** A DXF of our own: groups of code and value. */
export const dxf = (
  entities: (string | number)[],
  units: number | null = 6,
  blocks: (string | number)[] = [],
): string =>
  [
    ...(units === null ? [] : [0, 'SECTION', 2, 'HEADER', 9, '$INSUNITS', 70, units, 0, 'ENDSEC']),
    ...(blocks.length > 0 ? [0, 'SECTION', 2, 'BLOCKS', ...blocks, 0, 'ENDSEC'] : []),
    ...[0, 'SECTION', 2, 'ENTITIES', ...entities, 0, 'ENDSEC', 0, 'EOF'],
  ].join('\n')
/** A line on a layer. */
export const line = (layer: string, [x1, y1]: Point, [x2, y2]: Point) => [
  0,
  'LINE',
  8,
  layer,
  10,
  x1,
  20,
  y1,
  11,
  x2,
  21,
  y2,
]
