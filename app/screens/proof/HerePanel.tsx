import { useState } from 'react'
import { Field } from '../../components/Field'
import { Problems } from '../../components/Problems'
import { Progress } from '../../components/Progress'
import { Select } from '../../components/Select'
import { usePlaces } from '../../hooks/usePlaces'
import { HereNeeds } from './HereNeeds'
import { HereResults } from './HereResults'
import { later } from '../../components/later'
import { useHere } from './useHere'
import { useWishes } from './useWishes'

const PasteHere = later(() => import('./PasteHere').then((part) => part.PasteHere))

/** The laptop that this runs on, plugged in somewhere: what it reads, and who answers from there. All of it is measured. */
export function HerePanel() {
  const places = usePlaces()
  const [attachmentId, setPlace] = useState<string | null>(null)
  const [interfaceName, setInterface] = useState<string | null>(null)
  const { wishes, name, services: asked, needs, tests, fields } = useWishes(attachmentId)
  const { looked, moved, problems, results, services, left, begin, cancel } = useHere(
    attachmentId,
    interfaceName,
  )
  return (
    <section className="sheet space-y-3 px-4 py-3" aria-label="This laptop, here">
      <div className="flex flex-wrap items-end gap-3">
        <Field label="The laptop is at" path="attachmentId">
          {(ids) => (
            <Select
              {...ids}
              className="!w-72"
              value={attachmentId}
              choices={places
                .filter(({ networkId }) => networkId !== null)
                .map(({ id, label }) => ({ value: id, label }))}
              onChange={setPlace}
            />
          )}
        </Field>
        {looked && looked.interfaces.length > 1 && (
          <Field label="By its interface" path="interfaceName">
            {(ids) => (
              <Select
                {...ids}
                className="!w-44"
                value={interfaceName ?? looked.here.interfaceName}
                choices={looked.interfaces.map((name) => ({ value: name, label: name }))}
                onChange={setInterface}
              />
            )}
          </Field>
        )}
        {tests?.ok && left === null && (
          <button
            className="button button-main"
            onClick={() =>
              attachmentId !== null &&
              void begin({ attachmentId, interfaceName, ...wishes, name }, tests.value.tests, asked)
            }
          >
            Test from here
          </button>
        )}
        {left !== null && (
          <button className="button" onClick={cancel}>
            Stop after this one
          </button>
        )}
      </div>
      {attachmentId !== null && <HereNeeds needs={needs} {...fields} />}
      {tests && !tests.ok && <Problems problems={tests.problems} title="Not asked yet." />}
      {problems.length > 0 && <Problems problems={problems} title="The laptop could not be read." />}
      {moved && (
        <p role="status" className="border-l-4 border-caution bg-caution-wash px-3 py-1.5">
          {moved}
        </p>
      )}
      {left !== null && tests?.ok && (
        <p role="status">
          <Progress
            label={`Asking, ${left} to go`}
            share={1 - left / Math.max(1, tests.value.tests.length + asked.length)}
          />
        </p>
      )}
      {looked && attachmentId !== null && (
        <HereResults looked={looked} results={results} services={services} />
      )}
      {attachmentId !== null && <PasteHere attachmentId={attachmentId} />}
    </section>
  )
}
