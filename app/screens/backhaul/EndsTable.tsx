import type { EndRow } from '~/core/radio/backhaul'
import type { Site } from '~/core/plan'

/** The two ends of each radio link side by side; what does not fit is marked in words and colour. */
export function EndsTable({ site, ends }: { site: Site; ends: Record<string, EndRow[]> }) {
  const pairs = site.devices.filter(({ id }) => (ends[id]?.length ?? 0) > 0)
  if (pairs.length === 0)
    return (
      <p className="px-4 py-3 text-soft">
        No link has its two ends written down. Choose a bridge or a station on the chart, and write its
        settings under “By radio”.
      </p>
    )
  return (
    <div className="space-y-4 p-4">
      {pairs.map((child) => (
        <section key={child.id} data-ends={child.id}>
          <h3 className="font-medium">
            {child.name} and {site.devices.find(({ id }) => id === child.air?.deviceId)?.name}
          </h3>
          <table className="plain">
            <thead>
              <tr>
                <th>Setting</th>
                <th>{child.name}, far end</th>
                <th>The other end</th>
                <th>Wanted</th>
                <th>Is it so</th>
              </tr>
            </thead>
            <tbody>
              {ends[child.id]?.map((row) => (
                <tr key={row.what} className={row.ok ? '' : 'bg-caution-wash'}>
                  <th>{row.what}</th>
                  <td className="figures">{row.near || '–'}</td>
                  <td className="figures">{row.far}</td>
                  <td>{row.wants}</td>
                  <td>{row.ok ? 'yes' : <strong className="text-caution">no, {row.code}</strong>}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
      <p className="caption">
        Four hex digits stand for a key: the same key on the same SSID gives the same four, and they give
        nothing away.
      </p>
    </div>
  )
}
