import { WhoInput } from '../../components/WhoInput'
import { Play } from 'lucide-react'
import { Form, Link, useNavigation } from 'react-router'

/** The stand-in's clients try the rehearsed bench: practice, and no evidence of anything. */
export function RunClients({ benchRuns }: { benchRuns: boolean }) {
  const busy = useNavigation().state !== 'idle'
  return (
    <div className="flex flex-wrap items-end justify-between gap-4">
      <div>
        <h2>Rehearsal: clients on the bench</h2>
        <p className="caption">
          {benchRuns ? (
            'A simulation plays clients on the rehearsed bench as it stands now. It proves nothing and is not in the record.'
          ) : (
            <>
              There is no rehearsed bench. <Link to="../staging">Set one up at Staging</Link>, then clients
              can be played on it.
            </>
          )}
        </p>
      </div>
      {benchRuns && (
        <Form method="post" className="shrink-0">
          <WhoInput />
          <button className="button" name="intent" value="clients" disabled={busy}>
            <Play size={15} aria-hidden /> Rehearse every place
          </button>
        </Form>
      )}
    </div>
  )
}
