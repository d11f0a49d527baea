import { useState } from 'react'
import type { Seen } from '~/core/judge/proof'
import { Collapsible } from '../../components/Collapsible'
import { SeenForm } from '../../components/SeenForm'
import { CheckInput } from '../../components/inputs'

/** Real gear that somebody saw running: what ticks this step. */
interface Props {
  gear: { id: string; name: string }[]
  running: string[]
  /** Unfolded at first. */
  isOpen: boolean
}

export function RunningSeen({ gear, running, isOpen }: Props) {
  const [chosen, setChosen] = useState<string[]>([])
  const left = gear.filter(({ id }) => !running.includes(id))
  const seen = chosen.map((deviceId): Seen => ({ kind: 'running', deviceId }))
  return (
    <section className="sheet px-4 py-3" aria-label="Seen running">
      <Collapsible
        isOpen={isOpen}
        titleClassName="font-semibold"
        title={`Seen running, for real: ${running.length} of ${gear.length}`}
      >
        <p className="caption">
          Tick what you see running on the real site: power steady, its page opens or the controller lists it.
        </p>
        {left.length > 0 && (
          <SeenForm
            label="Confirm"
            seen={seen}
            onTaken={() => setChosen([])}
            place="on the bench, or in its place"
          >
            <div className="mt-2 grid gap-x-4 sm:grid-cols-2 @4xl:grid-cols-3">
              {left.map(({ id, name }) => (
                <CheckInput
                  key={id}
                  label={name}
                  checked={chosen.includes(id)}
                  onChange={(on) =>
                    setChosen((before) => (on ? [...before, id] : before.filter((one) => one !== id)))
                  }
                />
              ))}
            </div>
          </SeenForm>
        )}
        {left.length === 0 && gear.length > 0 && (
          <p className="mt-1 font-medium">All of it was seen running.</p>
        )}
      </Collapsible>
    </section>
  )
}
