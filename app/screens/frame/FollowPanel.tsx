import { CircleCheck, CircleSlash2 } from 'lucide-react'
import { useState } from 'react'
import type { Hop, Stage } from '~/core/network/layer3'
import { ENDED_WORDS } from '~/core/network/layer3/verdicts'
import { usePanel } from '../../hooks/usePanel'
import { usePlaces } from '../../hooks/usePlaces'
import { useSite } from '../../hooks/useSite'
import { FlagCloth } from '../../components/Flag'
import { SelectInput, TextInput } from '../../components/inputs'
import { SidePanel } from './SidePanel'

const STAGE_NAME: Record<Stage['name'], string> = {
  join: 'Joins',
  address: 'Asks for an address',
  gateway: 'Finds its gateway',
  policy: 'Passes the rules',
  onward: 'Goes onward',
  translation: 'Is translated',
  login: 'Logs in',
  wall: 'Meets a wall',
  isolation: 'Is let through to its neighbour',
  reply: 'Gets its answer',
  target: 'Meets whom it should',
}

/** More places than this are searched, not scrolled through. */
const MOST_PLACES = 300

/** The places whose name holds what is wanted, and the one that is chosen. */
const offeredPlaces = <T extends { id: string; label: string }>(
  places: readonly T[],
  wanted: string,
  chosen: string | null,
): T[] => {
  const matching = places.filter(({ label }) => label.toLowerCase().includes(wanted.toLowerCase()))
  const shown = matching.slice(0, MOST_PLACES)
  const missing = places.find(({ id }) => id === chosen && !shown.some((place) => place.id === id))
  return missing ? [missing, ...shown] : shown
}

/** Who speaks and to whom; then every hop with port, tag, decision and reason. */
export function FollowPanel() {
  const { targets, frame } = useSite()
  const places = usePlaces()
  const { set, search } = usePanel()
  const [from, to] = [search.get('from'), search.get('to')]
  const [wanted, setWanted] = useState('')
  const offered = offeredPlaces(places, wanted, from)
  return (
    <SidePanel title="Follow a frame">
      <div className="space-y-2 border-b border-line px-4 py-3">
        {places.length > MOST_PLACES && (
          <TextInput
            label="Find a place"
            path="find"
            value={wanted}
            onChange={setWanted}
            placeholder={`a part of its name; ${places.length} places`}
          />
        )}
        <SelectInput
          label="Who speaks"
          path="from"
          value={from}
          none={places.length === 0 ? 'No place to attach yet' : 'Choose a client’s place'}
          choices={offered.map(({ id, label }) => ({ value: id, label }))}
          onChange={(value) => set({ from: value })}
        />
        <SelectInput
          label="To whom"
          path="to"
          value={to}
          none="Choose a target"
          choices={targets.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(value) => set({ to: value })}
        />
      </div>
      {frame && (
        <div aria-live="polite" className="px-4 py-3">
          <p className={`flex gap-2 font-semibold ${frame.answer.ok ? '' : 'text-caution'}`}>
            {frame.answer.ok ? (
              <CircleCheck size={18} className="mt-0.5 shrink-0" aria-hidden />
            ) : (
              <CircleSlash2 size={18} className="mt-0.5 shrink-0" aria-hidden />
            )}
            {ENDED_WORDS[frame.answer.outcome]}. {frame.answer.summary}
          </p>
          <ol className="mt-3 space-y-3">
            {frame.answer.stages.map((stage, i) => (
              <StageItem key={i} stage={stage} sameWay={sameWay(stage, frame.answer.stages[i - 1])} />
            ))}
          </ol>
          {frame.answer.names && (
            <p
              className={`mt-3 border-l-2 pl-3 ${frame.answer.names.ok ? 'border-depth-5' : 'border-caution'}`}
            >
              <strong>
                Finds names{' '}
                <span className={frame.answer.names.ok ? 'text-soft' : 'text-caution'}>
                  {frame.answer.names.ok ? 'yes' : 'no'}
                </span>
              </strong>
              <br />
              {frame.answer.names.says}
            </p>
          )}
        </div>
      )}
      {!frame && (
        <p className="px-4 py-4 text-soft">
          Choose both ends. The plan itself answers: no packet is sent. The ports that the frame passes are
          lit on the port strips.
        </p>
      )}
    </SidePanel>
  )
}

/** A stage whose frame takes the very way of the one before need not list it again. */
const sameWay = (stage: Stage, before: Stage | undefined): boolean =>
  stage.hops.length > 0 && JSON.stringify(stage.hops) === JSON.stringify(before?.hops)

function StageItem({ stage, sameWay }: { stage: Stage; sameWay: boolean }) {
  return (
    <li className={`border-l-2 pl-3 ${stage.ok ? 'border-depth-5' : 'border-caution'}`}>
      <p className="font-semibold">
        {STAGE_NAME[stage.name]}{' '}
        <span className={stage.ok ? 'text-soft' : 'text-caution'}>
          {stage.ok ? 'yes' : stage.astray ? 'not as planned' : 'no'}
        </span>
      </p>
      <p>{stage.says}</p>
      {sameWay ? (
        <p className="caption">By the same way as before.</p>
      ) : (
        <ol className="mt-1 space-y-1.5">
          {stage.hops.map((hop, i) => (
            <HopItem key={i} hop={hop} />
          ))}
        </ol>
      )}
    </li>
  )
}

function HopItem({ hop }: { hop: Hop }) {
  return (
    <li className="text-[0.92rem]">
      <p className="flex flex-wrap items-center gap-x-1.5">
        <strong>{hop.deviceName}</strong>
        {hop.vid !== null && <FlagCloth vlanId={hop.vid} size={12} />}
        <span className={hop.decision === 'drops' ? 'font-semibold text-caution' : 'text-soft'}>
          {hop.decision}
        </span>
      </p>
      {(hop.inPort || hop.outPort) && (
        <p className="figures text-soft">
          {[
            hop.inPort && `in ${hop.inPort} ${tagText(hop.tagIn)}`,
            hop.outPort && hop.decision !== 'drops' && `out ${hop.outPort} ${tagText(hop.tagOut)}`,
          ]
            .filter(Boolean)
            .join(' → ')}
        </p>
      )}
      <p className="caption">
        {hop.reason} <span className="not-italic">({hop.clause})</span>
      </p>
    </li>
  )
}

const tagText = (tag: number | null): string => (tag === null ? '' : `[${tag}]`)
