import { useState } from 'react'
import { readAntennaCsv, readGeoJson, readScanCsv } from '~/core/formats'
import type { Outcome, Problem } from '~/core/lib/outcome'
import type { Edit, Level, Site } from '~/core/plan'
import { Problems } from '../../components/Problems'
import { newId } from '../../hooks/newId'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { TextPick } from './FilePick'

interface Read {
  says: string
  edits: Edit[]
}

interface Props {
  title: string
  hint: string
  fileLabel: string
  accept: string
  editLabel: string
  read: (text: string, name: string) => Outcome<Read>
  onDone: () => void
}

/** A text file read, its sum shown, then taken whole or not at all. */
function TextImport({ title, hint, fileLabel, accept, editLabel, read, onDone }: Props) {
  const [found, setFound] = useState<Read | null>(null)
  const [unread, setUnread] = useState<Problem[]>([])
  const { edit, problems, busy } = usePlanEdit(onDone)
  return (
    <section aria-label={title}>
      <h3 className="font-semibold">{title}</h3>
      <p className="caption">{hint}</p>
      <TextPick
        label={fileLabel}
        accept={accept}
        onText={(text, name) => {
          const outcome = read(text, name)
          setFound(outcome.ok ? outcome.value : null)
          setUnread(outcome.ok ? [] : outcome.problems)
        }}
      />
      <Problems problems={[...unread, ...problems]} title="Nothing was changed." />
      {found && (
        <p className="mt-2 flex items-center gap-3" role="status">
          {found.says}
          <button
            className="button button-main"
            disabled={busy || found.edits.length === 0}
            onClick={() => edit(editLabel, found.edits)}
          >
            Take it in
          </button>
        </p>
      )}
    </section>
  )
}

export function GeoJsonImport({ site, level, onDone }: { site: Site; level: Level; onDone: () => void }) {
  const { origin } = site.ground
  return (
    <TextImport
      title="Outlines and walls (GeoJSON)"
      hint="Longitude and latitude in degrees (RFC 7946), laid round the site’s own origin. Polygons become buildings, lines brick walls, unless this program wrote them."
      fileLabel="GeoJSON file"
      accept=".geojson,.json"
      editLabel="Take in GeoJSON"
      onDone={onDone}
      read={(text) => {
        if (!origin)
          return {
            ok: false,
            problems: [
              {
                path: ['origin'],
                code: 'origin.missing',
                message:
                  'The plan’s zero has no place on the globe yet. Set its latitude and longitude at Settings.',
              },
            ],
          }
        const read = readGeoJson(
          text,
          origin,
          { level, polygons: 'buildings', material: 'brick', thicknessMm: 215 },
          site,
          newId,
        )
        if (!read.ok) return read
        const { counts, skipped, edits } = read.value
        const counted = Object.entries(counts).map(([kind, count]) => `${count} ${kind}`)
        const left = skipped.map(({ kind, count }) => `${count} ${kind}`)
        return {
          ok: true,
          value: {
            edits,
            says: `${counted.join(', ') || 'Nothing'} found${left.length > 0 ? `; left out: ${left.join(', ')}` : ''}.`,
          },
        }
      }}
    />
  )
}

export function AntennaImport({ onDone }: { onDone: () => void }) {
  return (
    <TextImport
      title="An antenna (CSV)"
      hint="Angle in degrees; gain in dB round the horizon; and, in a third column, up and down. A figure every 10° or so."
      fileLabel="Antenna table"
      accept=".csv,.txt"
      editLabel="Take in an antenna"
      onDone={onDone}
      read={(text, name) => {
        const table = readAntennaCsv(text)
        if (!table.ok) return table
        return {
          ok: true,
          value: {
            says: `${table.value.horizontal.length} figures round the horizon, ${table.value.vertical.length} up and down.`,
            edits: [
              {
                op: 'put',
                collection: 'antennas',
                record: {
                  id: newId(),
                  name: name.replace(/\.[a-z]+$/i, '').slice(0, 60) || 'Antenna',
                  kind: 'table',
                  gainDbi: 8,
                  horizontalBeamDeg: 360,
                  verticalBeamDeg: 60,
                  table: table.value,
                },
              },
            ],
          },
        }
      }}
    />
  )
}

export function ScanImport({ onDone }: { onDone: () => void }) {
  return (
    <TextImport
      title="What a scan has heard (CSV)"
      hint="Other people’s radios: a heading row with channel and signal in dBm; name, BSSID, band and width if there are any."
      fileLabel="Scan"
      accept=".csv,.txt"
      editLabel="Take in a scan"
      onDone={onDone}
      read={(text) => {
        const read = readScanCsv(text, newId)
        if (!read.ok) return read
        return {
          ok: true,
          value: {
            says: `${read.value.length} foreign radios.`,
            edits: read.value.map((record): Edit => ({ op: 'put', collection: 'neighbours', record })),
          },
        }
      }}
    />
  )
}
