import { useState } from 'react'
import { useFetcher } from 'react-router'
import type { Login } from '~/core/network/layer3'
import type { Problem } from '~/core/lib/outcome'
import type { DeviceSheet } from '~/field'
import { Collapsible } from '../../components/Collapsible'
import { Select } from '../../components/Select'
import { useSite } from '../../hooks/useSite'

const SEEN: Record<Login['shows'], string> = {
  connected: 'Connected',
  timedOut: 'Nothing: it times out',
  rejected: 'Rejected at once',
  certificateRefused: 'The certificate is not trusted',
}

/** Somebody's login at this device, rehearsed: what that person sees, and what the server writes down. */
export function TryLogin({ sheet: { id, logins } }: { sheet: DeviceSheet }) {
  const site = useSite()
  const fetcher = useFetcher<{ login?: Login | null; problems?: Problem[] }>()
  const { login, problems } = fetcher.data ?? {}
  const [chosen, setChosen] = useState<string | null>(null)
  const ssidId = chosen ?? logins[0]?.ssidId
  if (ssidId === undefined) return null
  return (
    <Collapsible title="Try a login">
      <fetcher.Form
        method="post"
        action={`/sites/${site.id}/bench/devices/${id}`}
        className="grid grid-cols-2 items-end gap-2"
      >
        <input type="hidden" name="ssidId" value={ssidId} />
        {logins.length > 1 && (
          <Select
            className="col-span-2"
            label="Login at"
            value={ssidId}
            choices={logins.map((one) => ({ value: one.ssidId, label: one.name }))}
            onChange={(value) => setChosen(value)}
          />
        )}
        <label>
          <span className="text-[0.88rem]">As user</span>
          <input name="user" className="field" autoComplete="off" required maxLength={120} />
        </label>
        <label>
          <span className="text-[0.88rem]">With password</span>
          <input name="password" type="password" className="field" autoComplete="off" maxLength={128} />
        </label>
        <button className="button col-span-2 justify-self-start" disabled={fetcher.state !== 'idle'}>
          Log in
        </button>
      </fetcher.Form>
      <div role="status" className="mt-2">
        {problems?.map(({ message }) => (
          <p key={message} className="text-caution">
            {message}
          </p>
        ))}
        {login && (
          <>
            <p className={login.ok ? 'font-semibold' : 'font-semibold text-caution'}>{SEEN[login.shows]}</p>
            <p>{login.says}</p>
            <p className="caption">The server’s log: {login.serverLog ?? 'nothing'}.</p>
          </>
        )}
      </div>
    </Collapsible>
  )
}
