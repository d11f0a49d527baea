import { useState } from 'react'
import { isConnected, kindOf } from '~/core/plan'
import type { Device } from '~/core/plan'
import { ProposalSheet } from '../../components/ProposalSheet'
import { CheckInput } from '../../components/inputs'
import { useSite } from '../../hooks/useSite'

const MOST_OFFERED = 12

/** Which device goes into which port of a switch, with the reason for each. */
export function PortHelper({ device }: { device: Device }) {
  const { site } = useSite()
  const [alsoPlug, setAlsoPlug] = useState<string[]>([])
  const loose = site.devices.filter((other) => kindOf(other).isMovable && !isConnected(site, other))
  return (
    <ProposalSheet
      title={`Who goes where on ${device.name}`}
      says="Fewest patch changes, power and speed that fit, trunks where tags are needed. Cables to other switches stay."
      aims={{ kind: 'ports', switchId: device.id, alsoPlug }}
    >
      {loose.length > 0 && (
        <fieldset>
          <legend className="text-[0.9rem] font-medium">Plug in as well</legend>
          {loose.slice(0, MOST_OFFERED).map(({ id, name }) => (
            <CheckInput
              key={id}
              label={name}
              checked={alsoPlug.includes(id)}
              onChange={(on) => setAlsoPlug(on ? [...alsoPlug, id] : alsoPlug.filter((one) => one !== id))}
            />
          ))}
        </fieldset>
      )}
    </ProposalSheet>
  )
}
