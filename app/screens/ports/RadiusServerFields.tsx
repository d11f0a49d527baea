import { EAP_METHODS, KEPT_SECRET, kindOf, METHOD_NAME } from '~/core/plan'
import type { RadiusServer } from '~/core/plan'
import { CheckInput, NumberInput, SelectInput, TextInput } from '../../components/inputs'
import { useSite } from '../../hooks/useSite'

interface Props {
  server: RadiusServer
  onChange: (server: RadiusServer) => void
}

/** Who may ask a RADIUS server, with which secret, and who its users are. Secrets that are set stay on the server. */
export function RadiusServerFields({ server, onChange }: Props) {
  const { site } = useSite()
  const askers = site.devices.filter((device) => kindOf(device).asksRadius)
  const spare = askers.find(({ id }) => !server.clients.some(({ deviceId }) => deviceId === id))
  const setClient = (index: number, part: Partial<RadiusServer['clients'][number]>) =>
    onChange({
      ...server,
      clients: server.clients.map((one, i) => (i === index ? { ...one, ...part } : one)),
    })
  const setUser = (index: number, part: Partial<RadiusServer['users'][number]>) =>
    onChange({ ...server, users: server.users.map((one, i) => (i === index ? { ...one, ...part } : one)) })
  return (
    <fieldset className="space-y-3 border border-line p-3">
      <legend className="px-1 text-[0.9rem] font-medium">Login server (RADIUS)</legend>
      <NumberInput
        label="Listens on port"
        path="radius.port"
        value={server.port}
        min={1}
        max={65535}
        onChange={(port) => onChange({ ...server, port: port ?? 0 })}
      />
      <TextInput
        label="Its certificate is signed by"
        path="radius.authority"
        value={server.authority}
        placeholder="the site’s own authority"
        onChange={(authority) => onChange({ ...server, authority })}
      />
      <fieldset>
        <legend className="text-[0.93rem]">Offers logins by</legend>
        {EAP_METHODS.map((method) => (
          <CheckInput
            key={method}
            label={METHOD_NAME[method]}
            checked={server.methods.includes(method)}
            onChange={(on) =>
              onChange({
                ...server,
                methods: on
                  ? [...server.methods, method]
                  : server.methods.filter((other) => other !== method),
              })
            }
          />
        ))}
      </fieldset>
      {server.clients.map((client, i) => (
        <div key={client.deviceId} className="grid grid-cols-[2fr_2fr_auto] items-end gap-3">
          <SelectInput
            label="May ask"
            path={`radius.clients[${i}].deviceId`}
            value={client.deviceId}
            choices={askers.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(deviceId) => deviceId && setClient(i, { deviceId })}
          />
          <Secret
            label="Shared secret"
            path={`radius.clients[${i}].secret`}
            value={client.secret}
            onChange={(secret) => setClient(i, { secret })}
          />
          <TakeOut
            onClick={() => onChange({ ...server, clients: server.clients.filter((_, j) => j !== i) })}
          />
        </div>
      ))}
      <button
        type="button"
        className="button"
        disabled={!spare}
        onClick={() =>
          spare && onChange({ ...server, clients: [...server.clients, { deviceId: spare.id, secret: null }] })
        }
      >
        List another RADIUS client
      </button>
      {server.users.map((user, i) => (
        <div key={i} className="grid grid-cols-[2fr_2fr_auto] items-end gap-3">
          <TextInput
            label="User"
            path={`radius.users[${i}].name`}
            value={user.name}
            onChange={(name) => setUser(i, { name })}
          />
          <Secret
            label="Password"
            path={`radius.users[${i}].password`}
            value={user.password}
            onChange={(password) => setUser(i, { password })}
          />
          <TakeOut onClick={() => onChange({ ...server, users: server.users.filter((_, j) => j !== i) })} />
        </div>
      ))}
      <button
        type="button"
        className="button"
        onClick={() => onChange({ ...server, users: [...server.users, { name: '', password: null }] })}
      >
        Add a user
      </button>
    </fieldset>
  )
}

interface SecretProps {
  label: string
  path: string
  value: string | null
  onChange: (value: string | null) => void
}

const Secret = ({ label, path, value, onChange }: SecretProps) => (
  <TextInput
    label={label}
    path={path}
    mono
    value={value === KEPT_SECRET ? '' : (value ?? '')}
    placeholder={value === KEPT_SECRET ? 'set; type to replace it' : 'not set'}
    onChange={(typed) => onChange(typed || null)}
  />
)

const TakeOut = ({ onClick }: { onClick: () => void }) => (
  <button type="button" className="button" onClick={onClick}>
    Take out
  </button>
)
