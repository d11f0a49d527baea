import type { Heard } from '~/core/radio/coverage'
import { Checkbox } from '../../../components/Checkbox'
import { NumberInput } from '../../../components/inputs'

export type Typed = number | 'notHeard'

interface Props {
  here: readonly Heard[]
  typed: Record<string, Typed>
  onType: (typed: Record<string, Typed>) => void
}

/** So many of the loudest are asked for: at one spot nobody reads more. */
const MOST = 6

/** A level for each access point that should be heard here, the loudest first. An empty one is not read, which is not the same as not heard. */
export function TypedRows({ here, typed, onType }: Props) {
  if (here.length === 0) return <p className="text-soft">No access point is on here on this band.</p>
  const put = (key: string, value: Typed | null) => {
    const { [key]: _gone, ...rest } = typed
    onType(value === null ? rest : { ...rest, [key]: value })
  }
  return (
    <ul className="space-y-2">
      {here.slice(0, MOST).map(({ radio, dbm }) => {
        const read = typed[radio.key]
        return (
          <li key={radio.key} className="grid grid-cols-[1fr_auto] items-end gap-2">
            <NumberInput
              label={`${radio.device.name}, dBm`}
              path={`seen.${radio.key}`}
              hint={`${dbm.toFixed(0)} dBm is worked out`}
              min={-120}
              max={0}
              value={typeof read === 'number' ? read : null}
              onChange={(value) => put(radio.key, value)}
            />
            <div className="pb-6">
              <Checkbox
                label="not heard"
                checked={read === 'notHeard'}
                onChange={(on) => put(radio.key, on ? 'notHeard' : null)}
              />
            </div>
          </li>
        )
      })}
    </ul>
  )
}
