import { useState } from 'react'
import { attachmentsOf } from '~/core/network/layer2'
import { changesBetween } from '~/core/guide/runbook'
import type { QuietHours } from '~/core/guide/runbook'
import type { LinkEnd, Site } from '~/core/plan'
import { Field } from '../../components/Field'
import { Progress } from '../../components/Progress'
import { Select } from '../../components/Select'
import type { RunbookTask, RunbookTold } from '../../workers/runbook.worker'
import { Difference } from './Difference'
import { QuietFields } from './QuietFields'
import { later } from '../../components/later'
import { useRunbook } from './useRunbook'
import type { RunbookDo } from './useRunbookDo'

/** What is there when an order has been found. */
const Rehearsal = later(() => import('./Rehearsal').then((part) => part.Rehearsal))
const Schedules = later(() => import('./Schedules').then((part) => part.Schedules))
const StepList = later(() => import('./StepList').then((part) => part.StepList))
const Sums = later(() => import('./Sums').then((part) => part.Sums))

interface Props {
  present: Site
  target: Site
  revision: number
  /** Changes that are made already. */
  done: string[]
  laptop: LinkEnd | null
  quiet: QuietHours | null
  doing: RunbookDo
}

const socketText = ({ deviceId, port }: LinkEnd): string => `port:${deviceId}:${port}`

/** Where the laptop is, what has to be changed, and the order that is found for it. */
export function Planning({ present, target, revision, done, laptop: before, quiet: kept, doing }: Props) {
  // While nothing is there yet, the laptop waits where it is to be plugged in.
  const sockets = attachmentsOf(present.devices.length > 0 ? present : target).filter(
    ({ kind }) => kind === 'port',
  )
  const [chosen, setChosen] = useState<string | null>(before && socketText(before))
  const [quiet, setQuiet] = useState<QuietHours | null>(kept)
  const [asked, setAsked] = useState<LinkEnd | null>(null)
  const changes = changesBetween(present, target).filter(({ id }) => !done.includes(id))
  const key = asked ? `${socketText(asked)} ${revision} ${done.join(' ')}` : ''
  const study = useRunbook(asked && { present, target, laptop: asked, done, steps: null, isBest: false }, key)
  if (changes.length === 0) return <p className="sheet p-4">What is built is what is planned: no step.</p>
  const place = sockets.find(({ id }) => id === chosen)?.place
  const workOut = () =>
    place && setAsked({ deviceId: place.deviceId, port: Number(place.key.replace('port:', '')) })
  const { told, surprises } = study
  const taskFor = ({ runbook }: RunbookTold, at: LinkEnd): RunbookTask => ({
    present,
    target,
    laptop: at,
    done,
    isBest: runbook.isBest,
    steps: runbook.steps.map((step) => ({
      place: step.place,
      pageId: step.pageId,
      changeIds: step.changes.map(({ id }) => id),
    })),
  })
  return (
    <div className="space-y-3">
      <section aria-label="To work out" className="sheet flex flex-wrap items-end gap-3 px-4 py-3">
        <p className="grow">
          <strong className="figures">{changes.length}</strong> changes at{' '}
          <strong className="figures">{new Set(changes.map(({ deviceId }) => deviceId)).size}</strong>{' '}
          devices.
          {done.length > 0 && ` ${done.length} are made already.`}
        </p>
        <Field label="The laptop is plugged into" path="laptop">
          {(ids) => (
            <Select
              {...ids}
              className="!w-64"
              value={chosen}
              choices={sockets.map(({ id, label }) => ({ value: id, label }))}
              onChange={setChosen}
            />
          )}
        </Field>
        <QuietFields quiet={quiet} onChange={setQuiet} />
        <button className="button button-main" disabled={!place || study.busy} onClick={workOut}>
          Work out the order
        </button>
      </section>
      {!told && <Difference present={present} target={target} changes={changes} />}
      {study.busy && !told && (
        <p role="status" className="flex items-center gap-3">
          <Progress label="Working out the order" share={null} /> Every step is looked at before it is taken.
          <button className="button" onClick={study.giveUp}>
            Give up
          </button>
        </p>
      )}
      {study.fault && <p role="alert">{study.fault}</p>}
      {told && (
        <>
          <Sums told={told} surprises={surprises} busy={study.busy} />
          {told.runbook.stopped === null && asked && (
            <button
              className="button button-main"
              disabled={doing.busy}
              onClick={() =>
                doing.ask({
                  kind: 'begin',
                  revision,
                  laptop: asked,
                  isBest: told.runbook.isBest,
                  quiet,
                  steps: told.runbook.steps.map((step) => ({
                    placeId: step.place.id,
                    pageId: step.pageId,
                    changeIds: step.changes.map(({ id }) => id),
                    minutes: step.cost.minutes,
                  })),
                })
              }
            >
              Begin the work with this runbook
            </button>
          )}
          {told.runbook.stopped === null && asked && (
            <Rehearsal key={key} task={taskFor(told, asked)} onlyAfter={surprises !== null} />
          )}
          {study.schedules && <Schedules told={told} schedules={study.schedules} quiet={quiet} />}
          <StepList told={told} />
        </>
      )}
    </div>
  )
}
