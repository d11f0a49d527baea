import { Eye, EyeOff } from 'lucide-react'
import { useState } from 'react'
import { useFetcher } from 'react-router'
import { useSite } from '../../hooks/useSite'

/** A key behind its mask. It is fetched only when somebody asks to see it. */
export function KeyField({ profileId }: { profileId: string }) {
  const { id, keysSet } = useSite()
  const fetcher = useFetcher<{ passphrase: string | null }>()
  const [shown, setShown] = useState(false)
  if (!keysSet.includes(profileId)) return <span className="text-soft">not set</span>
  const toggle = () => {
    if (!shown) void fetcher.load(`/sites/${id}/keys/${profileId}`)
    setShown(!shown)
  }
  return (
    <span className="inline-flex items-center gap-1">
      <span className="figures">{shown && fetcher.data ? fetcher.data.passphrase : '••••••••'}</span>
      <button
        className="button button-quiet"
        style={{ minHeight: '1.6rem' }}
        onClick={toggle}
        aria-label={shown ? 'Hide the key' : 'Show the key'}
      >
        {shown ? <EyeOff size={15} aria-hidden /> : <Eye size={15} aria-hidden />}
      </button>
    </span>
  )
}
