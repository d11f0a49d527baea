import { useState } from 'react'
import { CATALOGUE } from '~/core/judge/findings/catalogue'
import type { Code } from '~/core/judge/findings'
import type { Surprise } from '~/core/guide/runbook'
import { FAULTS } from '~/core/world'
import { Select } from '../../components/Select'
import { useJob } from '../../hooks/useJob'
import type { RunbookService, RunbookTask } from '../../workers/runbook.worker'
import { runbookThread } from '../../workers/starts'

interface Props {
  task: RunbookTask
  /** The rehearsal as planned comes first. */
  onlyAfter: boolean
}

const MISTAKES = FAULTS.map(({ code }) => ({
  value: code,
  label: `${code}: ${CATALOGUE[code as Code].mistake}`,
}))

interface Told {
  surprises: Surprise[]
  /** Null: the mistake cannot be made at what is there. */
  hidden: string | null
}

/** The runbook rehearsed on a site that is not quite as it was marked: at which step that would show. */
export function Rehearsal({ task, onlyAfter }: Props) {
  const [code, setCode] = useState<string | null>(null)
  const [told, setTold] = useState<Told | 'under way' | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  const job = useJob<RunbookService>(runbookThread)
  const run = () => {
    if (code === null) return
    setTold('under way')
    setFault(null)
    job.begin((service) => service.rehearse(task, code), {
      done: setTold,
      failed: (reason) => {
        setTold(null)
        setFault(reason)
      },
    })
  }
  return (
    <section
      aria-label="Rehearsal with a mistake"
      className="sheet no-print flex flex-wrap items-center gap-3 px-4 py-2.5"
    >
      <p>If what is there is not quite what is marked:</p>
      <Select
        label="The mistake in it"
        className="!w-72"
        value={code}
        choices={MISTAKES}
        onChange={setCode}
      />
      <button className="button" disabled={code === null || !onlyAfter || told === 'under way'} onClick={run}>
        Rehearse with it
      </button>
      <div role="status" className="basis-full text-[0.95rem] empty:hidden">
        {told === 'under way' && 'Rehearsing it…'}
        {fault && `It could not be rehearsed: ${fault}.`}
        {told !== null && told !== 'under way' && <Outcome told={told} />}
      </div>
    </section>
  )
}

function Outcome({ told: { hidden, surprises } }: { told: Told }) {
  if (hidden === null) return <p>That mistake cannot be made at what is there.</p>
  return (
    <>
      <p>Hidden was this: {hidden}</p>
      {surprises.length === 0 ? (
        <p>No step shows it, and the end is as planned: the runbook sets it right on its way.</p>
      ) : (
        <ul className="list-disc pl-5">
          {surprises.slice(0, 8).map(({ step, says }) => (
            <li key={`${step} ${says}`}>
              Step {step}: {says}
            </li>
          ))}
        </ul>
      )}
    </>
  )
}
