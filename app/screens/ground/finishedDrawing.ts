import { isAccessPoint } from '~/core/plan'
import type { Drawn, PieceRef } from '~/core/plan/drawing'
import type { Edit, Level, Point, Site } from '~/core/plan'
import { drawnRecord } from './tools'
import type { ToolName } from './tools'

/** What waits to be put on the chart. */
export interface Waiting {
  /** A device for the next spot. */
  placing: string | null
  /** An area of the brief for the next outline. */
  outlining: string | null
}

export type Finished = { says: string } | { label: string; edits: Edit[]; chosen: PieceRef }

/** What a finished line, outline or spot becomes; null where the tool makes nothing. */
export function finishedDrawing(
  tool: ToolName,
  points: Point[],
  site: Site,
  level: Level,
  { placing, outlining }: Waiting,
  newId: () => string,
): Finished | null {
  if (tool === 'device') return placed(site, level, placing, points[0])
  const area = tool === 'areas' && site.areas.find(({ id }) => id === outlining)
  if (area)
    return {
      label: `Draw ${area.name}`,
      edits: [{ op: 'put', collection: 'areas', record: { ...area, levelId: level.id, outline: points } }],
      chosen: { collection: 'areas', id: area.id },
    }
  const made = drawnRecord(tool, points, level, newId())
  if (!made) return null
  const { collection, record, label } = made
  return {
    label,
    edits: [{ op: 'put', collection, record }],
    chosen: { collection: collection as Drawn, id: record.id },
  }
}

/** Access points go under the ceiling, other devices a metre up. */
function placed(site: Site, level: Level, deviceId: string | null, at: Point | undefined): Finished {
  const device = site.devices.find(({ id }) => id === deviceId)
  if (!device || !at) return { says: 'Choose a device to place from the list first.' }
  const under = Math.round((level.heightM - 0.3) * 100) / 100
  const heightM = isAccessPoint(device) ? Math.max(0.5, under) : 1
  const position = device.position
    ? { ...device.position, levelId: level.id, at }
    : { levelId: level.id, at, heightM, antennaId: null, azimuthDeg: 0, tiltDeg: 0, locked: false }
  return {
    label: `Place ${device.name}`,
    edits: [{ op: 'put', collection: 'devices', record: { ...device, position } }],
    chosen: { collection: 'devices', id: device.id },
  }
}
