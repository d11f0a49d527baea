import { useState } from 'react'
import { controllers, TUNNEL_PORTS, typeOf } from '~/core/plan'
import type { Device, Site } from '~/core/plan'
import { PLAIN_WORD } from '~/core/world'
import { answersWith, forwardsTo } from '~/core/network/discovery'
import { Popover } from '../../components/Popover'
import { SelectInput, TextInput } from '../../components/inputs'
import type { Bench } from '../../hooks/useBench'
import { useSite } from '../../hooks/useSite'
import type { BoardDevice } from './boardState'

interface Props {
  devices: BoardDevice[]
  bench: Bench
  isPast: boolean
  onChoose: (id: string) => void
}

/** Each controller with its own list: what it sees, what waits for it, what it took in and what it refused. */
export function Fleet({ devices, bench, isPast, onChoose }: Props) {
  const { site } = useSite()
  return (
    <>
      {controllers(site).map((controller) => (
        <ControllerList
          key={controller.id}
          controller={controller}
          site={site}
          devices={devices}
          bench={bench}
          isPast={isPast}
          onChoose={onChoose}
        />
      ))}
    </>
  )
}

const ADOPTED = new Set(['securing', 'joining', 'imaging', 'configuring', 'checking', 'running', 'byRadio'])

const LISTS: [title: string, has: (device: BoardDevice) => boolean][] = [
  ['waiting for adoption', ({ phase }) => phase === 'waiting'],
  ['adopted', ({ phase }) => ADOPTED.has(phase)],
  ['refused', ({ phase }) => phase === 'refused'],
  ['silent', ({ phase }) => phase === 'silent' || phase === 'adrift' || phase === 'halfDone'],
]

interface ListProps extends Props {
  controller: Device
  site: Site
}

function ControllerList({ controller, site, devices, bench, isPast, onChoose }: ListProps) {
  const mine = devices.filter(
    ({ listedAt, controllerId, phase }) =>
      listedAt === controller.id || (controllerId === controller.id && phase !== 'dark'),
  )
  const meant = devices.filter(({ controllerId }) => controllerId === controller.id).length
  const own = devices.find(({ id }) => id === controller.id)
  const free = typeOf(site, controller)?.managesFree ?? 0
  const seeking = mine.filter((device) => !LISTS.some(([, has]) => has(device)))
  return (
    <section className="sheet px-4 py-2" aria-label={`List of ${controller.name}`}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2>{controller.name}</h2>
        <p className="caption">
          {own ? PLAIN_WORD[own.phase] : ''}, {meant} meant for it, {controller.controller?.licences ?? 0}{' '}
          licences
          {free > 0 && ` and ${free} free`}
        </p>
        <span className="flex-1" />
        {!isPast && controller.controller?.form !== 'hosted' && (
          <SearchRange controller={controller} bench={bench} />
        )}
      </div>
      <Outside site={site} controller={controller} devices={devices} />
      {mine.length === 0 && <p className="py-1 text-soft">It sees nobody yet.</p>}
      {LISTS.map(([title, has]) => {
        const list = mine.filter(has)
        return (
          list.length > 0 && (
            <div key={title} className="py-1">
              <p className="font-medium">
                {list.length} {title}
              </p>
              <Names list={list} onChoose={onChoose} />
            </div>
          )
        )
      })}
      {seeking.length > 0 && (
        <div className="py-1">
          <p className="font-medium">{seeking.length} on their way, not listed</p>
          <Names list={seeking} onChoose={onChoose} />
        </div>
      )}
    </section>
  )
}

const SHOWN = 8

function Names({ list, onChoose }: { list: BoardDevice[]; onChoose: (id: string) => void }) {
  return (
    <ul className="text-[0.93rem]">
      {list.slice(0, SHOWN).map(({ id, name, ip, why, phase }) => (
        <li key={id} className="flex flex-wrap gap-x-2">
          <button className="underline-offset-4 hover:underline" onClick={() => onChoose(id)}>
            {name}
          </button>
          {ip && <span className="figures text-soft">{ip}</span>}
          {why && phase !== 'waiting' && <span className="caption">{why}</span>}
        </li>
      ))}
      {list.length > SHOWN && <li className="caption">and {list.length - SHOWN} more</li>}
    </ul>
  )
}

const forwardWords = (isHosted: boolean, missing: number[]): string => {
  if (isHosted) return 'it stands outside itself.'
  return missing.length === 0
    ? `UDP ${Object.values(TUNNEL_PORTS).join(' and ')} are forwarded.`
    : `UDP ${missing.join(' and ')} not forwarded.`
}

/** The remote side: what it announces, and whether the feed hands the tunnel on. Source of the ports: RFC 5415 section 14. */
function Outside({ site, controller, devices }: { site: Site; controller: Device; devices: BoardDevice[] }) {
  const away = site.devices.filter(
    ({ remote, adoption }) => remote && adoption?.controllerId === controller.id,
  )
  const { publicIp, stagingNetworkId, form } = controller.controller ?? {}
  if (away.length === 0 && !publicIp) return null
  const missing = Object.values(TUNNEL_PORTS).filter(
    (port) => forwardsTo(site, controller.id, port).length === 0,
  )
  return (
    <div className="my-1 border-l-2 border-line pl-2 text-[0.93rem]">
      <p>
        From outside: announces{' '}
        <span className="figures">{answersWith(site, controller, null) ?? 'no address'}</span>
        {stagingNetworkId && `, inside another on its staging interface`};{' '}
        {forwardWords(form === 'hosted', missing)}
      </p>
      {away.map(({ id, name, remote, adoption }) => (
        <p key={id}>
          {name}: asks <span className="figures">{adoption?.pointer ?? 'nobody'}</span>,{' '}
          {remote?.latencyMs === null ? 'latency not measured' : `${remote?.latencyMs} ms there and back`},{' '}
          {devices.find((device) => device.id === id)?.phase === 'running' ? 'tunnel stands' : 'no tunnel'}
        </p>
      ))}
    </div>
  )
}

/** Two searches: for gear from the factory, and for gear in use, which asks for its login. */
function SearchRange({ controller, bench }: { controller: Device; bench: Bench }) {
  const [open, setOpen] = useState(false)
  const [from, setFrom] = useState('')
  const [to, setTo] = useState('')
  const [mode, setMode] = useState<'staging' | 'inUse'>('staging')
  const [login, setLogin] = useState<'factory' | 'own'>('factory')
  return (
    <Popover
      label={`Search a range from ${controller.name}`}
      open={open}
      onOpenChange={setOpen}
      trigger={<button className="button">Search a range</button>}
    >
      <form
        className="space-y-2"
        onSubmit={(event) => {
          event.preventDefault()
          bench.act({
            kind: 'search',
            controllerId: controller.id,
            from: from.trim(),
            to: to.trim(),
            mode,
            login,
          })
          setOpen(false)
        }}
      >
        <TextInput label="From" path="from" mono value={from} onChange={setFrom} />
        <TextInput label="To" path="to" mono value={to} onChange={setTo} />
        <SelectInput
          label="For"
          path="mode"
          value={mode}
          choices={[
            { value: 'staging', label: 'gear from the factory' },
            { value: 'inUse', label: 'gear in use' },
          ]}
          onChange={(value) => setMode(value === 'inUse' ? 'inUse' : 'staging')}
        />
        {mode === 'inUse' && (
          <SelectInput
            label="With the login"
            path="login"
            value={login}
            choices={[
              { value: 'factory', label: 'of the factory' },
              { value: 'own', label: 'that you gave it' },
            ]}
            onChange={(value) => setLogin(value === 'own' ? 'own' : 'factory')}
          />
        )}
        <button className="button button-main" type="submit">
          Search
        </button>
      </form>
    </Popover>
  )
}
