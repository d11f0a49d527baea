import { Laptop, X } from 'lucide-react'
import { useState } from 'react'
import { bssidsKnown } from '~/core/judge/proof'
import type { HeardObservation, Seen } from '~/core/judge/proof'
import type { PlannedRadio } from '~/core/radio/coverage'
import { heardAt } from '~/core/radio/coverage'
import { lengthText } from '~/core/plan/drawing'
import type { Band, Level, Point, Site } from '~/core/plan'
import { FormProblems } from '../../../components/Field'
import { IconButton } from '../../../components/IconButton'
import { Problems } from '../../../components/Problems'
import { TextInput } from '../../../components/inputs'
import { useObserve } from '../../../hooks/useObserve'
import { useWho } from '../../../hooks/useWho'
import { HeardRows, matchesOf } from './HeardRows'
import type { Matches } from './HeardRows'
import { later } from '../../../components/later'
import { TypedRows } from './TypedRows'
import type { Typed } from './TypedRows'
import { useListen } from './useListen'
import type { Listened } from './useListen'

const PasteScan = later(() => import('./PasteScan').then((part) => part.PasteScan))

interface Props {
  site: Site
  level: Level
  band: Band
  at: Point
  radios: readonly PlannedRadio[]
  observed: readonly HeardObservation[]
  onDone: () => void
}

/** What is heard at one spot: typed, read by this laptop, or pasted from another program. */
export function ReadingSheet({ site, level, band, at, radios, observed, onDone }: Props) {
  const [who, setWho] = useWho()
  const [client, setClient] = useState(lastClient)
  const [typed, setTyped] = useState<Record<string, Typed>>({})
  const [list, setList] = useState<Listened | null>(null)
  const [matches, setMatches] = useState<Matches>({})
  const known = bssidsKnown(observed)
  const taken = () => {
    rememberClient(client)
    onDone()
  }
  const { record, problems, busy } = useObserve(taken)
  const listen = useListen(taken)
  const here = heardAt(site, radios, at, level.floorM + site.ground.clientHeightM)
  const spot = { levelId: level.id, at, client: client.trim() || null }
  const seen: Seen[] = here.flatMap(({ radio }): Seen[] => {
    const read = typed[radio.key]
    if (read === undefined) return []
    const { device } = radio
    return [{ kind: 'heard', ...spot, deviceId: device.id, band, rssiDbm: read === 'notHeard' ? null : read }]
  })
  const take = (found: Listened) => {
    setList(found)
    setMatches(matchesOf(site, known, found.heard))
  }
  const matched = Object.entries(matches).flatMap(([bssid, ref]) => (ref ? [{ bssid, ...ref }] : []))
  // A radio whose BSSID is known and that is not in the list was not heard: that teaches something, too.
  const listed = new Set(list?.heard.map(({ bssid }) => bssid))
  const silent = [...known].flatMap(([bssid, ref]) =>
    listed.has(bssid) || matched.some((one) => one.deviceId === ref.deviceId && one.band === ref.band)
      ? []
      : [ref],
  )
  const keep = () => {
    const name = (who ?? '').trim()
    if (list === null) record(name, '', seen)
    else if (list.scanId !== null)
      void listen.keep({ scanId: list.scanId, ...spot, matched, silent, who: name })
    else
      record(
        name,
        '',
        [...matched, ...silent].map((one): Seen => ({
          kind: 'heard',
          ...spot,
          ...one,
          rssiDbm:
            'bssid' in one ? (list.heard.find(({ bssid }) => bssid === one.bssid)?.rssiDbm ?? null) : null,
        })),
        'imported',
      )
  }
  const count = list === null ? seen.length : matched.length
  return (
    <FormProblems value={problems}>
      <form
        className="space-y-3 px-4 py-3"
        aria-label="Levels at this spot"
        onSubmit={(event) => {
          event.preventDefault()
          keep()
        }}
      >
        <p className="flex items-start justify-between gap-2">
          <strong>
            Levels at {lengthText(at[0], site.ground.units)} E, {lengthText(at[1], site.ground.units)} N
          </strong>
          <IconButton label="Leave this spot" onClick={onDone}>
            <X size={15} aria-hidden />
          </IconButton>
        </p>
        <div className="flex flex-wrap gap-2">
          <button
            type="button"
            className="button"
            disabled={listen.busy}
            onClick={() => void listen.scan().then((found) => found && take(found))}
          >
            <Laptop size={15} aria-hidden /> {listen.busy ? 'Listening…' : 'This laptop listens'}
          </button>
          <PasteScan onRead={take} />
        </div>
        <Problems problems={listen.problems} title="Nothing was read." />
        {list ? (
          <HeardRows site={site} list={list} matches={matches} onMatch={setMatches} />
        ) : (
          <TypedRows here={here} typed={typed} onType={setTyped} />
        )}
        <TextInput
          label="Read by"
          path="client"
          value={client}
          onChange={setClient}
          placeholder="phone, laptop"
        />
        <TextInput label="Who" path="who" value={who ?? ''} onChange={setWho} />
        <Problems problems={problems} title="Not recorded. What you typed is still here." />
        <button
          className="button button-main min-h-11 w-full justify-center"
          disabled={busy || listen.busy || count === 0 || (who ?? '').trim() === ''}
        >
          {count === 0 ? 'Record' : count === 1 ? 'Record this level' : `Record these ${count} levels`}
        </button>
      </form>
    </FormProblems>
  )
}

const CLIENT = 'yard-beacon-client'

function lastClient(): string {
  try {
    return localStorage.getItem(CLIENT) ?? ''
  } catch {
    return ''
  }
}

function rememberClient(client: string): void {
  try {
    localStorage.setItem(CLIENT, client.slice(0, 80))
  } catch {
    // Where nothing may be stored it is typed again.
  }
}
