import {
  BrickWall,
  Building2,
  Cable,
  CircleOff,
  Lightbulb,
  MousePointer2,
  Footprints,
  Ruler,
  Ship,
  SquareDashed,
  Waypoints,
} from 'lucide-react'
import type { LucideIcon } from 'lucide-react'
import { newArea } from '~/core/plan'
import type { AnyRecord, Collection, Level, Point } from '~/core/plan'

export type ToolName =
  | 'choose'
  | 'walls'
  | 'areas'
  | 'obstacles'
  | 'buildings'
  | 'keepOuts'
  | 'cableRoutes'
  | 'risers'
  | 'device'
  | 'profile'
  | 'reading'
  | 'scale'

export interface Tool {
  name: ToolName
  label: string
  icon: LucideIcon
  key: string
  /** What is drawn: one spot, a line, or an outline. */
  draws: 'nothing' | 'spot' | 'line' | 'outline' | 'two spots'
}

const CHOOSE: Tool = {
  name: 'choose',
  label: 'Choose and move',
  icon: MousePointer2,
  key: 'v',
  draws: 'nothing',
}

export const TOOLS: readonly Tool[] = [
  CHOOSE,
  { name: 'walls', label: 'Wall', icon: BrickWall, key: 'w', draws: 'line' },
  { name: 'areas', label: 'Area', icon: SquareDashed, key: 'a', draws: 'outline' },
  { name: 'obstacles', label: 'Obstacle', icon: Ship, key: 'o', draws: 'outline' },
  { name: 'buildings', label: 'Building', icon: Building2, key: 'b', draws: 'outline' },
  { name: 'keepOuts', label: 'Keep out', icon: CircleOff, key: 'k', draws: 'outline' },
  { name: 'cableRoutes', label: 'Cable', icon: Cable, key: 'c', draws: 'line' },
  { name: 'risers', label: 'Riser', icon: Waypoints, key: 'r', draws: 'spot' },
  { name: 'device', label: 'Place a device', icon: Lightbulb, key: 'd', draws: 'spot' },
  { name: 'profile', label: 'Profile', icon: Ruler, key: 'e', draws: 'two spots' },
  { name: 'reading', label: 'Walk: levels at a spot', icon: Footprints, key: 'l', draws: 'spot' },
]

/** Begun from a picture’s own sheet. */
const SCALE: Tool = { name: 'scale', label: 'Scale', icon: Ruler, key: '', draws: 'two spots' }

export const toolOf = (name: ToolName): Tool => [...TOOLS, SCALE].find((tool) => tool.name === name) ?? CHOOSE

/** A fresh record from what was drawn, with careful first values. */
export function drawnRecord(
  name: ToolName,
  points: Point[],
  level: Level,
  id: string,
): { collection: Collection; record: AnyRecord; label: string } | null {
  const outline = points
  switch (name) {
    case 'walls':
      return {
        collection: 'walls',
        label: 'Draw a wall',
        record: {
          id,
          levelId: level.id,
          points,
          material: 'brick',
          thicknessMm: 215,
          heightM: null,
          ownLossDb: null,
          openings: [],
        },
      }
    case 'areas':
      return {
        collection: 'areas',
        label: 'Draw an area',
        record: { ...newArea(id, 'New area'), levelId: level.id, outline },
      }
    case 'obstacles':
      return {
        collection: 'obstacles',
        label: 'Draw an obstacle',
        record: {
          id,
          name: 'Obstacle',
          levelId: level.id,
          kind: 'boats',
          outline,
          lossDbPerM: 0.5,
          heightM: 4,
        },
      }
    case 'buildings':
      return {
        collection: 'buildings',
        label: 'Draw a building',
        record: {
          id,
          name: 'Building',
          outline,
          levelIds: [level.id],
          roofHeightM: null,
          roofMaterial: 'wood',
          roofMm: 30,
        },
      }
    case 'keepOuts':
      return {
        collection: 'keepOuts',
        label: 'Draw a place to keep out of',
        record: { id, name: 'Keep out', levelId: level.id, outline, forbids: 'both', water: false },
      }
    case 'cableRoutes':
      return {
        collection: 'cableRoutes',
        label: 'Draw a cable',
        record: {
          id,
          linkId: null,
          name: 'Cable',
          points: points.map((at) => ({ levelId: level.id, at })),
          spareM: 3,
        },
      }
    case 'risers':
      return {
        collection: 'risers',
        label: 'Mark a riser',
        record: { id, name: 'Riser', at: points[0] ?? [0, 0], levelIds: [level.id] },
      }
    default:
      return null
  }
}
