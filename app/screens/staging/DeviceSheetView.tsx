import { X } from 'lucide-react'
import { isUp, ledsOf, PLAIN_WORD } from '~/core/world'
import type { Action } from '~/core/world'
import type { DeviceSheet, SocketView } from '~/field'
import { Collapsible } from '../../components/Collapsible'
import { IconButton } from '../../components/IconButton'
import { Select } from '../../components/Select'
import { Sourced } from '../../components/Sourced'
import type { Bench } from '../../hooks/useBench'
import { newId } from '../../hooks/newId'
import { useSite } from '../../hooks/useSite'
import { isLate } from './bands'
import type { BoardDevice, BoardState } from './boardState'
import { clockText, spanText } from './clockText'
import { Elapsed } from './Elapsed'
import { freeEnds, endText, endOf } from './freeEnds'
import { LedMark } from './LedMark'
import { TryLogin } from './TryLogin'

interface Props {
  device: BoardDevice
  sheet: DeviceSheet | null
  state: BoardState
  nowS: number
  bench: Bench
  isPast: boolean
  onClose: () => void
}

/** One device: what it shows, whether its page opens from the laptop, what it holds, and what was tried. */
export function DeviceSheetView({ device, sheet, state, nowS, bench, isPast, onClose }: Props) {
  const { phase, span, sinceS, why, id } = device
  return (
    <aside
      aria-label={device.name}
      className="sheet w-full shrink-0 space-y-3 self-start px-4 py-3 @4xl:sticky @4xl:top-2 @4xl:max-h-[82vh] @4xl:w-[23rem] @4xl:overflow-y-auto"
      data-sheet={id}
    >
      <div className="flex items-start gap-2">
        <LedMark leds={sheet?.leds ?? ledsOf(phase)} />
        <div className="min-w-0 flex-1">
          <h2>{device.name}</h2>
          <p>
            <strong>{PLAIN_WORD[phase]}</strong>
            {device.ip && <span className="figures text-soft"> {device.ip}</span>}
            {sheet?.parent && <span> from {sheet.parent}</span>}
          </p>
          <p className="caption">
            Rehearsal. {device.typeName}
            {sheet?.firmware && `, firmware ${sheet.firmware}`}
            {sheet?.capwap && `, CAPWAP ${sheet.capwap}`}
          </p>
        </div>
        <IconButton label="Close the sheet" onClick={onClose}>
          <X size={16} aria-hidden />
        </IconButton>
      </div>
      <Elapsed span={span} elapsedS={Math.max(0, nowS - sinceS)} late={isLate(device, nowS)} />
      {why && <p>{why}</p>}
      {!isPast && <Buttons device={device} sheet={sheet} bench={bench} />}
      {bench.problems && bench.problems.length > 0 && (
        <p role="alert" className="border-l-4 border-caution bg-caution-wash px-2 py-1">
          {bench.problems.map(({ message }) => message).join(' ')}
        </p>
      )}
      {sheet && !isPast && (
        <>
          <PageLine sheet={sheet} phase={phase} />
          <Attempts sheet={sheet} />
          <Settings sheet={sheet} />
          <Sockets sheet={sheet} state={state} bench={bench} deviceId={id} />
          <Clients sheet={sheet} />
          <TryLogin sheet={sheet} />
          <Past sheet={sheet} />
        </>
      )}
    </aside>
  )
}

interface DeedsProps {
  device: BoardDevice
  sheet: DeviceSheet | null
  bench: Bench
}

type Deed = [label: string, action: Action, isMain?: boolean]

/** What can be done on the page of a device that is set up by hand. */
function pageDeeds(deviceId: string, sheet: DeviceSheet): Deed[] {
  if (sheet.isAsPlanned) return [['Set it up again', { kind: 'setUp', deviceId }]]
  return [
    ['Set it up as planned', { kind: 'setUp', deviceId }, true],
    ['Type only its address', { kind: 'type', deviceId, what: 'management' }],
    ['Type all', { kind: 'type', deviceId, what: 'all' }],
    ...(sheet.typed ? [['Save', { kind: 'save', deviceId }] satisfies Deed] : []),
    ['Apply', { kind: 'apply', deviceId }],
  ]
}

/** What can be done at the device itself, or at the controller that lists it. */
function deedsAt({ id: deviceId, phase, hasSwitch, switchedOn, setUpBy, listedAt }: BoardDevice): Deed[] {
  const mains: Deed = switchedOn
    ? ['Cut power', { kind: 'cutPower', deviceId }]
    : ['Power on', { kind: 'powerOn', deviceId }, true]
  const restarts: Deed[] = [
    ['Reset', { kind: 'reset', deviceId }],
    ['Restart', { kind: 'reboot', deviceId }],
  ]
  return [
    ...(hasSwitch ? [mains] : []),
    ...(isUp(phase) && setUpBy !== 'nobody' ? restarts : []),
    ...(listedAt && phase !== 'waiting'
      ? [['Forget it there', { kind: 'forget', deviceId }] satisfies Deed]
      : []),
  ]
}

function Buttons({ device, sheet, bench: { act, busy } }: DeedsProps) {
  const { id: deviceId, phase, setUpBy } = device
  const deeds: Deed[] = [
    ...(phase === 'waiting' ? [['Adopt it', { kind: 'adopt', deviceId }, true] satisfies Deed] : []),
    ...(setUpBy === 'hand' && isUp(phase) && sheet ? pageDeeds(deviceId, sheet) : []),
    ...deedsAt(device),
  ]
  return (
    <div className="flex flex-wrap gap-1.5">
      {deeds.map(([label, action, isMain]) => (
        <button
          key={label}
          className={`button ${isMain ? 'button-main' : ''}`}
          disabled={busy}
          onClick={() => act(action)}
        >
          {label}
        </button>
      ))}
    </div>
  )
}

/** The device's page as it is reached from where the laptop is, or why it is not. */
function PageLine({
  sheet: { page, factory, applies },
  phase,
}: {
  sheet: DeviceSheet
  phase: BoardDevice['phase']
}) {
  if (!isUp(phase)) return null
  return (
    <section aria-label="Its page">
      <h3 className="font-medium">Its page, from the laptop</h3>
      {page.ok ? (
        <p>
          {page.says} Login: {page.login || 'none'}. {APPLIES[applies]}
        </p>
      ) : (
        <p className="text-caution">{page.why}</p>
      )}
      {factory.ip && (
        <p className="caption">
          On its label: <span className="figures">{factory.ip}</span>, {factory.login}
          {factory.servesAddresses && ', serves addresses'}
          {factory.ssid && `, SSID “${factory.ssid}”`}
        </p>
      )}
    </section>
  )
}

const APPLIES: Record<DeviceSheet['applies'], string> = {
  atOnce: 'Every change takes effect as it is typed.',
  together: 'Changes are saved, then applied together.',
  reboot: 'It restarts after every change.',
}

/** How it looked for its controller, in the published order. */
function Attempts({ sheet: { attempts } }: { sheet: DeviceSheet }) {
  if (attempts.length === 0) return null
  return (
    <section aria-label="How it looked for a controller">
      <h3 className="font-medium">
        <Sourced source="The order is that of RFC 5415 section 3.3; option 138 is RFC 5417, option 43 RFC 2132 section 8.4.">
          How it looked for a controller
        </Sourced>
      </h3>
      <ol className="space-y-0.5 text-[0.93rem]">
        {attempts.map(({ way, target, ok, says }, i) => (
          <li key={i}>
            {way} <span className="figures text-soft">{target}</span>:{' '}
            <span className={ok ? 'font-medium' : 'text-soft'}>{says}</span>
          </li>
        ))}
      </ol>
    </section>
  )
}

function Settings({ sheet: { settings } }: { sheet: DeviceSheet }) {
  const odd = settings.filter(({ differs }) => differs)
  if (settings.length === 0) return null
  return (
    <Collapsible
      isOpen={odd.length > 0 && odd.length < settings.length}
      title={
        odd.length === 0
          ? 'Saved and in force as planned'
          : `${odd.length} settings differ: saved, in force, planned`
      }
    >
      <div className="overflow-x-auto">
        <table className="plain w-full table-fixed text-[0.82rem] [overflow-wrap:anywhere]">
          <thead>
            <tr>
              <th className="w-[33%]" />
              <th>saved</th>
              <th>in force</th>
              <th>planned</th>
            </tr>
          </thead>
          <tbody>
            {settings.map(({ what, saved, running, planned, differs }) => (
              <tr key={what} className={differs ? 'text-caution' : ''}>
                <th scope="row">{what}</th>
                <td>{saved}</td>
                <td>{running}</td>
                <td>{planned}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Collapsible>
  )
}

interface SocketsProps {
  sheet: DeviceSheet
  state: BoardState
  bench: Bench
  deviceId: string
}

/** Its sockets, with what is in them: pulled and plugged here, by keyboard too. */
function Sockets({ sheet: { sockets }, state, bench: { act }, deviceId }: SocketsProps) {
  const { site } = useSite()
  const free = freeEnds(site, state, deviceId)
  return (
    <Collapsible
      isOpen={sockets.length <= 5}
      title={`Sockets, ${sockets.filter(({ to, pulled }) => to && !pulled).length} of ${sockets.length} in use`}
    >
      <ul className="divide-y divide-line text-[0.93rem]">
        {sockets.map((socket) => (
          <li key={socket.port} className="flex items-center gap-2 py-1">
            <span className={`min-w-0 flex-1 truncate ${socket.pulled ? 'text-soft line-through' : ''}`}>
              {socket.port}: {socket.to ?? 'free'}
            </span>
            <SocketDeed socket={socket} act={act}>
              <Select
                className="!w-32"
                label={`Plug a patch cable from port ${socket.port} into`}
                value={null}
                none="plug into"
                choices={free.map((end) => ({ value: endText(end), label: end.name }))}
                onChange={(value) => {
                  const b = endOf(value)
                  if (b)
                    act({ kind: 'patch', linkId: `patch-${newId()}`, a: { deviceId, port: socket.port }, b })
                }}
              />
            </SocketDeed>
          </li>
        ))}
      </ul>
    </Collapsible>
  )
}

interface DeedProps {
  socket: SocketView
  act: Bench['act']
  children: React.ReactNode
}

function SocketDeed({ socket: { linkId, pulled, label, to }, act, children }: DeedProps) {
  if (linkId === null) return children
  if (to === 'the laptop') return null
  return (
    <>
      {pulled && children}
      <button
        className="button"
        aria-label={`${pulled ? 'Plug in' : 'Pull'} the cable ${label} to ${to}`}
        onClick={() => act({ kind: pulled ? 'plugCable' : 'pullCable', linkId })}
      >
        {pulled ? 'Plug in' : 'Pull'}
      </button>
    </>
  )
}

/** A client that joins each SSID now: what it gets, and if nothing, why. */
function Clients({ sheet: { clients } }: { sheet: DeviceSheet }) {
  if (clients.length === 0) return null
  return (
    <section aria-label="A client that joins now">
      <h3 className="font-medium">A client that joins now</h3>
      <ul className="divide-y divide-line text-[0.93rem]">
        {clients.map((client) => (
          <li key={client.attachmentId} className="py-1">
            <p className="flex justify-between gap-3">
              <span className="truncate">{client.label}</span>
              <span className={client.ok ? 'figures' : 'font-semibold text-caution'}>
                {client.ok ? client.ip : 'no address'}
              </span>
            </p>
            {!client.ok && <p className="caption">{client.says}</p>}
          </li>
        ))}
      </ul>
      <p className="caption">A client that was on another access point may hold on to it for 30 to 60 s.</p>
    </section>
  )
}

function Past({ sheet: { past } }: { sheet: DeviceSheet }) {
  if (past.length < 2) return null
  return (
    <Collapsible title="How long each step took">
      <table className="plain text-[0.88rem]">
        <tbody>
          {past.map(({ word, tookS, expected }, i) => (
            <tr key={i}>
              <td>{word}</td>
              <td className="num figures">{clockText(tookS)}</td>
              <td className="caption">{expected ? spanText(expected.lowS, expected.highS) : ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Collapsible>
  )
}
