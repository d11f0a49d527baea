import { Play } from 'lucide-react'
import { Form, useNavigation } from 'react-router'

export function RunClients({ benchRuns }: { benchRuns: boolean }) {
  const busy = useNavigation().state !== 'idle'
  return (
    <div className="flex items-end justify-between gap-4">
      <div>
        <h2>Clients</h2>
        <p className="caption">
          {benchRuns
            ? 'Tested on the bench as it stands now: what is dark there does not answer.'
            : 'There is no bench, so the stand-in plays the whole plan with everything up and settled.'}
        </p>
      </div>
      <Form method="post" className="shrink-0">
        <button className="button button-main" name="intent" value="clients" disabled={busy}>
          <Play size={15} aria-hidden /> Test every place
        </button>
      </Form>
    </div>
  )
}
