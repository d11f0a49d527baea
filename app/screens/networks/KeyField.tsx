import { Eye, EyeOff } from 'lucide-react'
import { useState } from 'react'
import { useFetcher } from 'react-router'
import type { RevealedKey } from '../../server/plan/revealedKey.server'
import { useSite } from '../../hooks/useSite'

/** A key behind its mask. It is fetched only when somebody asks to see it. */
export function KeyField({ profileId }: { profileId: string }) {
  const { id, keysSet } = useSite()
  const fetcher = useFetcher<RevealedKey>()
  const [shown, setShown] = useState(false)
  if (!keysSet.includes(profileId)) return <span className="text-soft">not set</span>
  const toggle = () => {
    if (!shown) void fetcher.load(`/sites/${id}/keys/${profileId}`)
    setShown(!shown)
  }
  return (
    <>
      <span className="inline-flex items-center gap-1">
        <span className="figures">{shown && fetcher.data ? fetcher.data.passphrase : '••••••••'}</span>
        <button
          className="button button-quiet"
          onClick={toggle}
          aria-label={shown ? 'Hide the key' : 'Show the key'}
        >
          {shown ? <EyeOff size={15} aria-hidden /> : <Eye size={15} aria-hidden />}
        </button>
      </span>
      {shown &&
        fetcher.data?.raw.map(({ ssid, key }) => (
          <span key={ssid} className="block max-w-72 text-[0.8rem] break-all text-soft">
            raw for {ssid}: <span className="figures">{key}</span>
          </span>
        ))}
    </>
  )
}
