import type { HereTests } from '~/core/judge/proof'
import { aimNetworkId } from '~/core/plan'
import { TextInput } from '../../components/inputs'

interface Props {
  needs: HereTests['needs']
  outside: string
  onOutside: (ip: string) => void
  name: string
  onName: (name: string) => void
  helpers: Record<string, string>
  onHelper: (networkId: string, ip: string) => void
}

/** Where the plan has nobody who could answer: who else is there. */
export function HereNeeds({ needs, outside, onOutside, name: lookedUp, onName, helpers, onHelper }: Props) {
  return (
    <fieldset className="space-y-2">
      <legend className="text-[0.95rem] text-soft">
        {needs.length > 0
          ? 'A gateway that answers proves nothing of what is behind it: a host is needed there. In these the plan has none; a second laptop or a phone will do.'
          : 'Asked besides'}
      </legend>
      <div className="grid gap-3 sm:grid-cols-2 @4xl:grid-cols-4">
        {needs.map(({ to, name, strength }) => {
          const networkId = aimNetworkId(to)
          return networkId === null ? (
            <TextInput
              key="internet"
              label="An address outside"
              path="outside"
              mono
              value={outside}
              onChange={onOutside}
            />
          ) : (
            <TextInput
              key={networkId}
              label={`In ${name}, ${strength === 'must' ? 'must' : 'must not'} answer`}
              path={`helpers.${networkId}`}
              mono
              value={helpers[networkId] ?? ''}
              onChange={(ip) => onHelper(networkId, ip)}
            />
          )
        })}
        <TextInput
          label="A name to look up"
          path="name"
          mono
          value={lookedUp}
          onChange={onName}
          placeholder="example.com"
        />
      </div>
    </fieldset>
  )
}
