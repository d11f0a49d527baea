import { Collapsible } from '../../components/Collapsible'
import { canMesh } from '~/core/radio/backhaul'
import type { Band, Device, Site } from '~/core/plan'
import { AirFields } from '../../components/AirFields'
import { EditForm } from '../../components/EditForm'
import { CheckInput, SelectInput } from '../../components/inputs'
import { useEditForm } from '../../forms/useEditForm'

type Draft = Pick<Device, 'air' | 'mesh'>

/** What a device may do by radio, and what it has its uplink to. */
export function UplinkForm({ site, device }: { site: Site; device: Device }) {
  const { draft, set, form } = useEditForm<Draft>({
    initial: { air: device.air, mesh: device.mesh },
    label: () => `Change how ${device.name} is fed by radio`,
    edits: (now) => [{ op: 'put', collection: 'devices', record: { ...device, ...now } }],
  })
  const { air, mesh } = draft
  return (
    <Collapsible className="mt-3" isOpen={device.air !== null} title="By radio">
      <div className="mt-2">
        <EditForm {...form}>
          {mesh && canMesh(device) && (
            <div>
              <CheckInput
                label="Takes children"
                checked={mesh.takesChildren}
                onChange={(takesChildren) => set({ mesh: { ...mesh, takesChildren } })}
              />
              <CheckInput
                label="Looks for a parent when it has no cable"
                checked={mesh.seeksParent}
                onChange={(seeksParent) => set({ mesh: { ...mesh, seeksParent } })}
              />
              <SelectInput
                label="A radio kept for backhaul"
                path="mesh.ownBand"
                value={mesh.ownBand}
                none="none: shared with clients"
                choices={device.radios.map(({ band }) => ({ value: band, label: `the ${band} GHz one` }))}
                onChange={(band) => set({ mesh: { ...mesh, ownBand: band as Band | null } })}
              />
            </div>
          )}
          <AirFields
            site={site}
            draft={{ id: device.id, air }}
            usualWay="mesh"
            onChange={(next) => set({ air: next })}
          />
        </EditForm>
      </div>
    </Collapsible>
  )
}
