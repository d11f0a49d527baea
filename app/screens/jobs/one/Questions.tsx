import type { Question } from '~/core/guide/jobs'
import { FormProblems } from '../../../components/Field'
import { Problems } from '../../../components/Problems'
import type { Choice } from '../../../components/Select'
import { QuestionField } from './QuestionField'
import type { JobState } from './useJob'

/** The questions of a job, each with an answer already in, and the one button that makes it. */
export function Questions({ job, countries }: { job: JobState; countries: readonly Choice[] }) {
  const { shown, problems, busy } = job
  const ids = new Set(shown.questions.map(({ id }) => id))
  const elsewhere = problems.filter(({ path }) => !ids.has(String(path[0])))
  const changes = shown.made?.changes ?? null
  return (
    <section className="sheet p-4" aria-label="Questions">
      <FormProblems value={problems}>
        <form
          noValidate
          className="space-y-3"
          onSubmit={(event) => {
            event.preventDefault()
            if (shown.made) job.make()
          }}
        >
          {shown.questions.map((question: Question) => (
            <QuestionField
              key={question.id}
              question={question}
              value={job.valueOf(question)}
              countries={countries}
              onSay={(answer) => job.say(question.id, answer)}
            />
          ))}
          <Problems problems={elsewhere} title="Nothing is made." />
          <div className="-mx-4 -mb-4 border-t border-line bg-sheet px-4 py-3 md:sticky md:-bottom-8">
            {changes !== 0 && (
              <button className="button button-main w-full justify-center" disabled={busy || !shown.made}>
                Make it
              </button>
            )}
            <p className="caption mt-1">
              {changes === 0
                ? 'Nothing in the plan is changed by this.'
                : 'One change, that undo takes back. Everything can be altered afterwards.'}
            </p>
          </div>
        </form>
      </FormProblems>
    </section>
  )
}
