import { networkChoices } from '../../components/networkChoices'
import { useState } from 'react'
import type { Seen } from '~/core/judge/proof'
import { SeenForm } from '../../components/SeenForm'
import { SelectInput, TextInput } from '../../components/inputs'
import { usePlaces } from '../../hooks/usePlaces'
import { useSite } from '../../hooks/useSite'

/** So many places are offered at once. */
const MOST_ROWS = 40

/** Addresses read on a client, place by place of one network. An empty field is not recorded; “none” means it got none. */
export function AddressesSeen() {
  const { site } = useSite()
  const places = usePlaces()
  const [networkId, setNetwork] = useState<string | null>(site.networks[0]?.id ?? null)
  const [typed, setTyped] = useState<Record<string, string>>({})
  const mine = places.filter((place) => place.networkId === networkId).slice(0, MOST_ROWS)
  const seen = Object.entries(typed).flatMap(([attachmentId, text]): Seen[] =>
    text.trim() === ''
      ? []
      : [{ kind: 'address', attachmentId, ip: /^(none|-)$/i.test(text.trim()) ? null : text.trim() }],
  )
  return (
    <section className="sheet px-4 py-3" aria-label="Addresses read on a client">
      <SeenForm
        label="Record these addresses"
        seen={seen}
        onTaken={() => setTyped({})}
        place="on what client"
      >
        <div className="max-w-64">
          <SelectInput
            label="Places of"
            path="networkId"
            value={networkId}
            choices={networkChoices(site)}
            onChange={setNetwork}
          />
        </div>
        <div className="grid gap-3 sm:grid-cols-2 @4xl:grid-cols-3">
          {mine.map(({ id, label }) => (
            <TextInput
              key={id}
              label={label}
              path={`seen.${seen.findIndex((one) => one.kind === 'address' && one.attachmentId === id)}.ip`}
              mono
              placeholder="address, or none"
              value={typed[id] ?? ''}
              onChange={(text) => setTyped((before) => ({ ...before, [id]: text }))}
            />
          ))}
        </div>
        {mine.length === 0 && <p className="text-soft">No client can attach in that network yet.</p>}
      </SeenForm>
    </section>
  )
}
