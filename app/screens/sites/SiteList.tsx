import { formatDistanceToNow } from 'date-fns'
import { Copy, Download, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { Form, Link } from 'react-router'
import { useFirstRows } from '../../hooks/useFirstRows'
import type { SiteSummary } from '~/store'

/** More sites than this are searched as well as scrolled through. */
const MANY = 12

export function SiteList({ sites }: { sites: SiteSummary[] }) {
  const [wanted, setWanted] = useState('')
  const words = wanted.trim().toLowerCase()
  const found = sites.filter(({ name, place }) => `${name} ${place}`.toLowerCase().includes(words))
  const { shown, more } = useFirstRows(found, 'sites')
  if (sites.length === 0)
    return (
      <p className="sheet px-4 py-6 text-center">
        No sites yet. Make one below, open a site file, or load the demo yard to look around.
      </p>
    )
  return (
    <>
      {sites.length > MANY && (
        <label className="mb-3 flex max-w-md items-center gap-3">
          <span className="shrink-0 font-medium">Find a site</span>
          <input
            type="search"
            className="field"
            value={wanted}
            onChange={(event) => setWanted(event.target.value)}
            placeholder={`a part of its name or place; ${sites.length} sites`}
          />
        </label>
      )}
      {found.length === 0 && (
        <p role="status" className="sheet px-4 py-4 text-soft">
          No site has “{wanted.trim()}” in its name or place.
        </p>
      )}
      <ul className="space-y-2">
        {shown.map((site) => (
          <li key={site.id} className="sheet flex items-center gap-4 border-l-4 border-l-ink px-4 py-2.5">
            <div className="min-w-0 flex-1">
              <Link
                to={`/sites/${site.id}/brief`}
                className="text-[1.1rem] font-semibold underline-offset-4 hover:underline"
              >
                {site.name}
              </Link>
              <p className="caption truncate">{site.place || 'No place noted'}</p>
            </div>
            <p className="caption shrink-0 text-right">
              {site.networks} networks, {site.devices} devices
              <br />
              revision {site.revision},{' '}
              <time dateTime={site.updatedAt} suppressHydrationWarning>
                {formatDistanceToNow(site.updatedAt)} ago
              </time>
            </p>
            <div className="flex gap-1">
              <a
                className="button"
                href={`/sites/${site.id}/export`}
                aria-label={`Save ${site.name} as a site file`}
                title="Save as site file"
              >
                <Download size={16} aria-hidden />
              </a>
              <SiteButton id={site.id} intent="duplicate" label={`Duplicate ${site.name}`} title="Duplicate">
                <Copy size={16} aria-hidden />
              </SiteButton>
              <SiteButton
                id={site.id}
                intent="remove"
                label={`Delete ${site.name}`}
                title="Delete (can be undone)"
              >
                <Trash2 size={16} aria-hidden />
              </SiteButton>
            </div>
          </li>
        ))}
      </ul>
      {more}
    </>
  )
}

function SiteButton({
  id,
  intent,
  label,
  title,
  children,
}: {
  id: string
  intent: string
  label: string
  title: string
  children: React.ReactNode
}) {
  return (
    <Form method="post">
      <input type="hidden" name="intent" value={intent} />
      <input type="hidden" name="siteId" value={id} />
      <button className="button" aria-label={label} title={title}>
        {children}
      </button>
    </Form>
  )
}
