import { format } from 'date-fns'
import { feedText } from '~/core/plan'
import { useSite } from '../../hooks/useSite'

export function TitleBlock({ writtenAt }: { writtenAt: string }) {
  const { site, revision } = useSite()
  const feed = feedText(site.feed)
  return (
    <header className="border-2 border-ink">
      <div className="neatline" />
      <div className="grid grid-cols-[2fr_1fr] gap-4 p-4">
        <div>
          <h1>{site.name}</h1>
          <p>{site.place}</p>
          {feed && <p className="mt-1">Feed: {feed}</p>}
        </div>
        <dl className="grid grid-cols-[auto_1fr] content-start gap-x-3 text-right">
          <dt className="text-left text-soft">Record of revision</dt>
          <dd className="figures">{revision}</dd>
          <dt className="text-left text-soft">Written</dt>
          <dd suppressHydrationWarning>{format(writtenAt, 'd MMMM yyyy, HH:mm')}</dd>
          <dt className="text-left text-soft">Country setting</dt>
          <dd className="figures">{site.country ?? 'not set'}</dd>
        </dl>
      </div>
      <div className="neatline" />
    </header>
  )
}
