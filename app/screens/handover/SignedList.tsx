import { format } from 'date-fns'
import { Collapsible } from '../../components/Collapsible'
import { useSite } from '../../hooks/useSite'
import type { SignedState } from '../../server/record/sign.server'

/** Records that were signed, as they were; and what the plan has become since. */
export function SignedList({ signed }: { signed: readonly SignedState[] }) {
  const { id, revision } = useSite()
  if (signed.length === 0) return null
  return (
    <section
      className="sheet no-print mx-auto mt-5 max-w-5xl px-8 py-4 max-md:px-3"
      aria-label="Signed records"
    >
      <h2>Signed records</h2>
      <ul className="space-y-3">
        {signed.map((one) => (
          <li key={one.id} className="border-t border-line pt-2">
            <p className="flex flex-wrap items-baseline gap-x-4">
              <strong>Revision {one.revision}</strong>
              <span suppressHydrationWarning>{format(one.at, 'd MMM yyyy, HH:mm')}</span>
              <span>{one.signatures.map(({ name }) => name).join(' and ')}</span>
              {(['installer', 'customer'] as const).map((copy) => (
                <a
                  key={copy}
                  className="underline decoration-dotted underline-offset-4"
                  href={`/sites/${id}/record.pdf?signed=${one.id}&copy=${copy}`}
                >
                  PDF for the {copy}
                </a>
              ))}
            </p>
            <p className="caption figures break-all">SHA-256 {one.hash}</p>
            {one.since.length === 0 ? (
              <p>
                {one.revision === revision
                  ? 'The plan is as it was signed.'
                  : 'No setting has changed since, though the plan is at another revision.'}
              </p>
            ) : (
              <Collapsible title={`${one.since.length} settings have changed since: sign anew`}>
                <ul className="list-disc pl-5">
                  {one.since.map(({ device, setting, planned, built }, i) => (
                    <li key={i}>
                      {device}, {setting}: <span className="text-soft">{built} →</span> {planned}
                    </li>
                  ))}
                </ul>
              </Collapsible>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
