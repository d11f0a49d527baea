import { Search } from 'lucide-react'
import { useMemo, useState } from 'react'
import { ledsOf, PLAIN_WORD } from '~/core/world'
import type { Action } from '~/core/world'
import { Checkbox } from '../../components/Checkbox'
import { Collapsible } from '../../components/Collapsible'
import type { Bench } from '../../hooks/useBench'
import { BAND_WORDS, BANDS, inBands, isLate, matching } from './bands'
import type { Band } from './bands'
import type { BoardDevice } from './boardState'
import { clockText } from './clockText'
import { Elapsed } from './Elapsed'
import { LedMark } from './LedMark'

interface Props {
  devices: BoardDevice[]
  nowS: number
  bench: Bench
  /** What was, and cannot be changed. */
  isPast: boolean
  chosenId: string | null
  onChoose: (id: string) => void
}

/** Every device in the band of its phase, those first that want somebody. Readable with five, and with five hundred. */
export function Board({ devices, nowS, bench, isPast, chosenId, onChoose }: Props) {
  const [text, setText] = useState('')
  const [marked, setMarked] = useState<ReadonlySet<string>>(new Set())
  const shown = matching(devices, text)
  const bands = useMemo(() => inBands(shown, nowS), [shown, nowS])
  const mark = (ids: string[], on: boolean) =>
    setMarked((before) => {
      const next = new Set(before)
      for (const id of ids)
        if (on) next.add(id)
        else next.delete(id)
      return next
    })
  const chosen = devices.filter(({ id }) => marked.has(id))
  return (
    <section aria-label="Board" className="@container min-w-0 flex-1 space-y-3">
      <div className="flex flex-wrap items-center gap-3">
        <label className="field flex max-w-72 flex-1 items-center gap-2">
          <Search size={15} aria-hidden />
          <input
            className="min-w-0 flex-1 bg-transparent outline-none"
            aria-label="Find devices"
            placeholder="name, place, address, reason"
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        </label>
        <p className="caption" role="status">
          Rehearsal: {shown.length} of {devices.length} devices
          {marked.size > 0 && `, ${marked.size} chosen`}
        </p>
        {!isPast && (
          <Together chosen={chosen} devices={devices} bench={bench} onDone={() => setMarked(new Set())} />
        )}
      </div>
      {BANDS.map(
        (band) =>
          bands[band].length > 0 && (
            <BandSheet
              key={band}
              band={band}
              devices={bands[band]}
              nowS={nowS}
              marked={marked}
              onMark={mark}
              chosenId={chosenId}
              onChoose={onChoose}
            />
          ),
      )}
      {shown.length === 0 && (
        <p className="sheet px-4 py-3 text-soft">Nothing on the bench is called that.</p>
      )}
    </section>
  )
}

interface TogetherProps {
  chosen: BoardDevice[]
  devices: BoardDevice[]
  bench: Bench
  onDone: () => void
}

/** What is done to many at once: to those chosen, else to all that want it. */
function Together({ chosen, devices, bench: { ask, busy }, onDone }: TogetherProps) {
  const of = chosen.length > 0 ? chosen : devices
  const all = (kind: 'powerOn' | 'cutPower' | 'adopt' | 'reset', list: BoardDevice[]) => {
    ask({ kind: 'many', actions: list.map(({ id }): Action => ({ kind, deviceId: id })) })
    onDone()
  }
  const dark = of.filter(({ hasSwitch, switchedOn }) => hasSwitch && !switchedOn)
  const waiting = of.filter(
    ({ phase, listedAt, controllerId }) => phase === 'waiting' && listedAt === controllerId,
  )
  const lit = chosen.filter(({ hasSwitch, switchedOn }) => hasSwitch && switchedOn)
  return (
    <div className="ml-auto flex flex-wrap gap-2">
      {dark.length > 0 && (
        <button className="button button-main" disabled={busy} onClick={() => all('powerOn', dark)}>
          {chosen.length > 0 ? `Power ${dark.length} on` : 'Power everything on'}
        </button>
      )}
      {waiting.length > 0 && (
        <button className="button button-main" disabled={busy} onClick={() => all('adopt', waiting)}>
          Adopt {chosen.length > 0 ? waiting.length : `all ${waiting.length} waiting`}
        </button>
      )}
      {lit.length > 0 && (
        <button className="button" disabled={busy} onClick={() => all('cutPower', lit)}>
          Cut the power of {lit.length}
        </button>
      )}
      {chosen.some(({ phase }) => phase !== 'dark' && phase !== 'booting') && (
        <button className="button" disabled={busy} onClick={() => all('reset', chosen)}>
          Reset {chosen.length}
        </button>
      )}
    </div>
  )
}

interface BandProps {
  band: Band
  devices: BoardDevice[]
  nowS: number
  marked: ReadonlySet<string>
  onMark: (ids: string[], on: boolean) => void
  chosenId: string | null
  onChoose: (id: string) => void
}

/** Large bands of what is well or merely dark are folded: they want nobody. */
const FOLDED_FROM = 60

function BandSheet({ band, devices, nowS, marked, onMark, chosenId, onChoose }: BandProps) {
  const ids = devices.map(({ id }) => id)
  const all = ids.every((id) => marked.has(id))
  const isTrouble = band === 'trouble'
  const isFolded = (band === 'running' || band === 'dark') && devices.length >= FOLDED_FROM
  return (
    <div
      className={`sheet px-3 py-2 ${isTrouble ? 'border-l-4 !border-l-caution' : ''}`}
      data-band={band}
      role="group"
      aria-label={BAND_WORDS[band]}
    >
      <div className="flex items-center gap-3">
        <Checkbox
          label={`All ${devices.length}: ${BAND_WORDS[band]}`}
          checked={all}
          onChange={(on) => onMark(ids, on)}
        />
        <Phases devices={devices} />
      </div>
      <Collapsible
        key={String(isFolded)}
        isOpen={!isFolded}
        title={isFolded ? 'show them' : ''}
        titleClassName={isFolded ? 'caption' : 'hidden'}
      >
        <ul className="mt-1 grid gap-x-4 gap-y-1 @md:grid-cols-2 @3xl:grid-cols-3">
          {devices.map((device) => (
            <Line
              key={device.id}
              device={device}
              nowS={nowS}
              isMarked={marked.has(device.id)}
              onMark={(on) => onMark([device.id], on)}
              isChosen={device.id === chosenId}
              onChoose={() => onChoose(device.id)}
            />
          ))}
        </ul>
      </Collapsible>
    </div>
  )
}

/** How many are in each phase, in one line. */
function Phases({ devices }: { devices: BoardDevice[] }) {
  const counts = new Map<string, number>()
  for (const { phase } of devices) counts.set(PLAIN_WORD[phase], (counts.get(PLAIN_WORD[phase]) ?? 0) + 1)
  return (
    <p className="caption ml-auto">{[...counts].map(([word, count]) => `${count} ${word}`).join(' · ')}</p>
  )
}

interface LineProps {
  device: BoardDevice
  nowS: number
  isMarked: boolean
  onMark: (on: boolean) => void
  isChosen: boolean
  onChoose: () => void
}

function Line({ device, nowS, isMarked, onMark, isChosen, onChoose }: LineProps) {
  const { id, name, phase, why, ip, span, sinceS, differs } = device
  return (
    <li
      className={`flex items-start gap-2 border-l-2 py-1 pl-2 ${isChosen ? 'border-ink bg-land' : 'border-transparent'}`}
      data-device={id}
      data-phase={phase}
    >
      <input
        type="checkbox"
        aria-label={`Choose ${name}`}
        checked={isMarked}
        onChange={(event) => onMark(event.target.checked)}
        className="tick-box mt-0.5"
      />
      <LedMark leds={ledsOf(phase)} size={30} />
      <div className="min-w-0 flex-1">
        <button
          className="block w-full truncate text-left font-medium underline-offset-4 hover:underline"
          aria-pressed={isChosen}
          onClick={onChoose}
        >
          {name}
        </button>
        <p className="truncate text-[0.93rem]">
          {PLAIN_WORD[phase]}
          {ip && phase !== 'dark' && <span className="figures text-soft"> {ip}</span>}
          {differs && <span className="text-caution"> not as planned</span>}
        </p>
        {why && phase !== 'waiting' && <p className="text-[0.88rem]">{why}</p>}
        {span && <Elapsed span={span} elapsedS={Math.max(0, nowS - sinceS)} late={isLate(device, nowS)} />}
        {!span && phase !== 'dark' && (
          <p className="caption !text-[0.82rem]">for {clockText(Math.max(0, nowS - sinceS))}</p>
        )}
      </div>
    </li>
  )
}
