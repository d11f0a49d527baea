import { useEditForm } from '../../forms/useEditForm'
import { networkChoices } from '../../components/networkChoices'
import { distinctFixedAddresses, freeFixedAddress, subnetOrNull } from '~/core/network/addressing'
import { kindOf, networkOf, typeOf, WIDTHS_MHZ } from '~/core/plan'
import type { Addressing, Device, Management, Port, Radio, RouterPart } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { CheckInput, NumberInput, SelectInput, TextInput } from '../../components/inputs'
import { useSite } from '../../hooks/useSite'
import { FleetFields } from './FleetFields'
import { nativeChoices } from './nativeChoices'
import { RadiusServerFields } from './RadiusServerFields'
import { RoleFields } from './RoleFields'

interface Props {
  device: Device
  onDone: () => void
}

export function DeviceForm({ device, onDone }: Props) {
  const { site } = useSite()
  const { draft, set, form } = useEditForm<Device>({
    initial: device,
    label: ({ name }) => `Change ${name}`,
    edits: (record) => [{ op: 'put', collection: 'devices', record }],
    remove: {
      label: `Remove ${device.name}`,
      button: 'Remove this device',
      edits: [{ op: 'remove', collection: 'devices', id: device.id }],
    },
    onTaken: onDone,
  })
  const type = typeOf(site, device)
  return (
    <EditForm {...form}>
      <p className="caption">
        {type
          ? `${type.name}${type.poeClass === null ? '' : `. PoE class ${type.poeClass}, draws ${type.drawW ?? '?'} W`}`
          : 'No type'}
      </p>
      <div className="grid gap-3 sm:grid-cols-3">
        <TextInput label="Name" path="name" value={draft.name} onChange={(name) => set({ name })} />
        <TextInput label="Place" path="place" value={draft.place} onChange={(place) => set({ place })} />
        <TextInput
          label="Hardware address (MAC)"
          path="mac"
          mono
          value={draft.mac ?? ''}
          onChange={(mac) => set({ mac: mac.trim() || null })}
        />
        <TextInput
          label="Serial number"
          path="serial"
          mono
          value={draft.serial ?? ''}
          onChange={(serial) => set({ serial: serial.trim() || null })}
        />
      </div>
      {kindOf(device).switching !== 'plain' && (
        <ManagementFields draft={draft} onChange={(management) => set({ management })} />
      )}
      <RoleFields draft={draft} set={set} />
      <FleetFields draft={draft} set={set} />
      {draft.radius && <RadiusServerFields server={draft.radius} onChange={(radius) => set({ radius })} />}
      {draft.station && (
        <SelectInput
          label="A laptop that is to set up"
          path="station.opensPageOf"
          value={draft.station.opensPageOf}
          none="nothing: it is an ordinary client"
          choices={site.devices
            .filter(({ id, station }) => id !== device.id && station === null)
            .map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(opensPageOf) => set({ station: { opensPageOf } })}
        />
      )}
      <div className="grid gap-3 sm:grid-cols-3">
        <TextInput
          label="Firmware"
          path="firmware"
          mono
          value={draft.firmware ?? ''}
          onChange={(firmware) => set({ firmware: firmware.trim() || null })}
          hint={type?.currentFirmware ? `current: ${type.currentFirmware}` : undefined}
        />
        <SelectInput
          label="Power"
          path="powerSource"
          value={draft.powerSource}
          choices={[
            { value: 'poe', label: 'by its cable (PoE)' },
            { value: 'injector', label: 'an injector' },
            { value: 'supply', label: 'a supply of its own' },
          ]}
          onChange={(value) => set({ powerSource: (value ?? 'supply') as Device['powerSource'] })}
        />
      </div>
      <div className="flex flex-wrap gap-x-6">
        <CheckInput
          label="Own admin name and password set"
          checked={!draft.defaultLogin}
          onChange={(own) => set({ defaultLogin: !own })}
        />
        {draft.router && <DoorFields router={draft.router} onChange={(router) => set({ router })} />}
      </div>
      {kindOf(device).wireVlans === 'bySsids' && (
        <WireField ports={draft.ports} onChange={(ports) => set({ ports })} />
      )}
      {draft.radios.length > 0 && (
        <RadioFields radios={draft.radios} onChange={(radios) => set({ radios })} />
      )}
    </EditForm>
  )
}

/** The doors of a router, and its clock. */
function DoorFields({ router, onChange }: { router: RouterPart; onChange: (router: RouterPart) => void }) {
  const set = (part: Partial<RouterPart>) => onChange({ ...router, ...part })
  return (
    <fieldset className="border border-line p-3">
      <legend className="px-1 text-[0.9rem] font-medium">Doors and clock</legend>
      <div className="grid gap-x-5 sm:grid-cols-2">
        <CheckInput
          label="Firewall on"
          checked={router.firewall}
          onChange={(firewall) => set({ firewall })}
        />
        <CheckInput label="UPnP on" checked={router.upnp} onChange={(upnp) => set({ upnp })} />
        <CheckInput label="WPS on" checked={router.wps} onChange={(wps) => set({ wps })} />
        <CheckInput
          label="Remote administration on"
          checked={router.remoteAdmin}
          onChange={(remoteAdmin) => set({ remoteAdmin })}
        />
      </div>
      <TextInput
        label="Time server"
        path="router.timeServer"
        mono
        value={router.timeServer ?? ''}
        placeholder="as it comes from the maker"
        onChange={(text) => set({ timeServer: text.trim() || null })}
      />
    </fieldset>
  )
}

function ManagementFields({
  draft,
  onChange,
}: {
  draft: Device
  onChange: (management: Management) => void
}) {
  const { site } = useSite()
  const { management } = draft
  const network = networkOf(site, management.networkId)
  const subnet = subnetOrNull(network?.subnet ?? null)
  const set = (part: Partial<Management>) => onChange({ ...management, ...part })
  const taken = [...distinctFixedAddresses(site).map(({ ip }) => ip), network?.gateway ?? '']
  const free = network && subnet ? freeFixedAddress(subnet, network, taken) : null
  return (
    <fieldset className="grid gap-3 border border-line p-3 sm:grid-cols-[2fr_1.3fr_2fr_1fr_2fr]">
      <legend className="px-1 text-[0.9rem] font-medium">Management</legend>
      <SelectInput
        label="Network"
        path="management.networkId"
        value={management.networkId}
        none="none"
        choices={networkChoices(site)}
        onChange={(networkId) => set({ networkId })}
      />
      <SelectInput
        label="Address"
        path="management.addressing"
        value={management.addressing}
        choices={[
          { value: 'fixed', label: 'fixed' },
          { value: 'dhcp', label: 'by DHCP' },
          { value: 'reserved', label: 'by DHCP, reserved' },
          { value: 'none', label: 'none' },
        ]}
        onChange={(addressing) => set({ addressing: (addressing ?? 'dhcp') as Addressing })}
      />
      {(management.addressing === 'fixed' || management.addressing === 'reserved') && (
        <>
          <TextInput
            label="IP address"
            path="management.ip"
            mono
            value={management.ip ?? ''}
            onChange={(ip) => set({ ip: ip.trim() || null })}
            hint={free ? `first free outside the pool: ${free}` : undefined}
          />
          <NumberInput
            label="Mask /"
            path="management.prefixLength"
            value={management.prefixLength}
            min={0}
            max={32}
            onChange={(prefixLength) => set({ prefixLength })}
            hint={subnet ? `here /${subnet.prefixLength}` : undefined}
          />
          <TextInput
            label="Gateway"
            path="management.gateway"
            mono
            value={management.gateway ?? ''}
            onChange={(gateway) => set({ gateway: gateway.trim() || null })}
            hint={network?.gateway ? `here ${network.gateway}` : undefined}
          />
        </>
      )}
    </fieldset>
  )
}

/** The VLAN on which an access point sends untagged: its own management, as a rule. Tags follow from its SSIDs. */
function WireField({ ports, onChange }: { ports: Port[]; onChange: (ports: Port[]) => void }) {
  const { site } = useSite()
  const native = ports[0]?.nativeVlan ?? null
  return (
    <SelectInput
      label="Untagged on its cable"
      path="ports"
      value={native === null ? null : String(native)}
      none="nothing"
      choices={nativeChoices(site, native)}
      onChange={(value) =>
        onChange(ports.map((port) => ({ ...port, nativeVlan: value === null ? null : Number(value) })))
      }
      hint="The switch port must have the same native VLAN. What its SSIDs need leaves tagged."
    />
  )
}

function RadioFields({ radios, onChange }: { radios: Radio[]; onChange: (radios: Radio[]) => void }) {
  const set = (index: number, part: Partial<Radio>) =>
    onChange(radios.map((radio, i) => (i === index ? { ...radio, ...part } : radio)))
  return (
    <fieldset className="border border-line p-3">
      <legend className="px-1 text-[0.9rem] font-medium">Radios</legend>
      {radios.map((radio, i) => (
        <div key={radio.band} className="grid grid-cols-[1fr_1fr_1fr_1fr] items-end gap-3">
          <p className="figures self-center">{radio.band} GHz</p>
          <CheckInput label="on" checked={radio.enabled} onChange={(enabled) => set(i, { enabled })} />
          <NumberInput
            label="Channel"
            path={`radios[${i}].channel`}
            value={radio.channel}
            min={1}
            max={233}
            onChange={(channel) => set(i, { channel })}
          />
          <SelectInput
            label="Width"
            path={`radios[${i}].widthMhz`}
            value={String(radio.widthMhz)}
            choices={WIDTHS_MHZ.map((width) => ({ value: String(width), label: `${width} MHz` }))}
            onChange={(width) => set(i, { widthMhz: Number(width ?? 20) })}
          />
        </div>
      ))}
    </fieldset>
  )
}
