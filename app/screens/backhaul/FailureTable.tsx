import { InlineSelect } from '../../components/InlineSelect'
import { useState } from 'react'
import { mbpsText } from '~/core/radio/airtime'
import type { Aftermath } from '~/core/radio/backhaul'

interface Props {
  failures: readonly Aftermath[] | null
  shownId: string | null
  onShow: (id: string | null) => void
}

const KINDS: Record<Aftermath['element']['kind'], string> = {
  device: 'device',
  cable: 'cable',
  port: 'port',
  uplink: 'radio link',
}
/** So many rows at first; the rest on request. */
const FIRST = 12

/** What each failure does, those that darken most first. Pointing at a row, or focus, shows it on the chart. */
const TAKEN = [
  { value: 'device', label: 'a device' },
  { value: 'uplink', label: 'a radio link' },
  { value: 'cable', label: 'a cable' },
  { value: 'port', label: 'a port' },
  { value: 'all', label: 'anything' },
]

export function FailureTable({ failures, shownId, onShow }: Props) {
  const [kind, setKind] = useState<'all' | Aftermath['element']['kind']>('device')
  const [all, setAll] = useState(false)
  if (!failures) return <p className="px-4 py-3 text-soft">Everything is being taken away in turn…</p>
  const rows = failures.filter(({ element }) => kind === 'all' || element.kind === kind)
  const shown = all ? rows : rows.slice(0, FIRST)
  return (
    <>
      <div className="flex flex-wrap items-center gap-3 px-4 py-2">
        <InlineSelect
          label="Take away"
          className="!w-36"
          value={kind}
          onChange={(next) => setKind(next as typeof kind)}
          choices={TAKEN}
        />
        <span className="caption">
          {failures.filter(({ dark }) => dark.length > 1).length} single points of failure take more than one
          device with them. Point at a row, and the chart shows what is left.
        </span>
      </div>
      <table className="plain" onMouseLeave={() => onShow(null)}>
        <thead>
          <tr>
            <th className="pl-4">Fails</th>
            <th>Goes dark</th>
            <th>Finds another parent</th>
            <th>Slower</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((row) => (
            <tr
              key={row.element.id}
              data-failure={row.element.id}
              className={shownId === row.element.id ? 'bg-land' : ''}
              onMouseEnter={() => onShow(row.element.id)}
            >
              <th className="pl-4">
                <button
                  className="text-left underline-offset-4 hover:underline"
                  onFocus={() => onShow(row.element.id)}
                  onClick={() => onShow(row.element.id)}
                >
                  {row.element.name}
                </button>
                <span className="caption"> {KINDS[row.element.kind]}</span>
              </th>
              <td>
                <Dark row={row} />
              </td>
              <td>
                {row.reattached.length === 0
                  ? '–'
                  : row.reattached
                      .map(({ name, parent, mbps }) => `${name} to ${parent}, ${mbpsText(mbps)} Mbit/s`)
                      .join('; ')}
              </td>
              <td>
                {row.slower.length === 0
                  ? '–'
                  : row.slower
                      .slice(0, 4)
                      .map(
                        ({ name, beforeMbps, afterMbps }) =>
                          `${name} ${mbpsText(beforeMbps)} → ${mbpsText(afterMbps)}`,
                      )
                      .join('; ')}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length === 0 && <p className="px-4 py-3 text-soft">There is no such thing in this plan.</p>}
      {rows.length > shown.length && (
        <button className="button button-quiet m-2" onClick={() => setAll(true)}>
          {rows.length - shown.length} more
        </button>
      )}
    </>
  )
}

const MOST_NAMES = 6

function Dark({ row: { dark, feedLost } }: { row: Aftermath }) {
  if (dark.length === 0) return feedLost ? <>nobody, and there is no internet</> : <>nobody</>
  const names = dark
    .slice(0, MOST_NAMES)
    .map(({ name, unpowered }) => (unpowered ? `${name} (no power)` : name))
  return (
    <>
      <strong className="figures">{dark.length}</strong>: {names.join(', ')}
      {dark.length > MOST_NAMES && ` and ${dark.length - MOST_NAMES} more`}
      {feedLost && '; no internet'}
    </>
  )
}
