import { Collapsible } from '../../components/Collapsible'
import {
  endKey,
  kindOf,
  linkAt,
  neighbourAt,
  plugEdits,
  portName,
  portSpecOf,
  unplugEdits,
  wanOf,
} from '~/core/plan'
import type { Device, Edit, Link, LinkEnd, Port, Site } from '~/core/plan'
import { loadAt, poeClassFigures, pseLimitW } from '~/core/network/power'
import { EditForm } from '../../components/EditForm'
import { Flag } from '../../components/Flag'
import { CheckInput, NumberInput, SelectInput } from '../../components/inputs'
import { newId } from '../../hooks/newId'
import { useDraft } from '../../hooks/useDraft'
import { useEditForm } from '../../forms/useEditForm'
import { useSite } from '../../hooks/useSite'
import { nativeChoices } from './nativeChoices'
import { plugChoices } from './plugChoices'
import { speedText } from '~/core/network/cabling'

const SPEEDS = [100, 1000, 2500, 5000, 10000]
const CATEGORIES: { value: Link['category']; label: string }[] = [
  { value: 'cat5e', label: 'Cat 5e' },
  { value: 'cat6', label: 'Cat 6' },
  { value: 'cat6a', label: 'Cat 6A' },
  { value: 'fibre', label: 'fibre' },
  { value: 'mains', label: 'mains' },
]

interface Plug {
  to: string | null
  lengthM: number | null
  category: Link['category']
  /** Mains alone: what the user says they carry. */
  stated: { low: number | null; high: number | null }
}

/** One port: its VLANs, power and speed, and the cable in it. Saved together as one change. */
export function PortForm({ device, port }: { device: Device; port: Port }) {
  const { site } = useSite()
  const end: LinkEnd = { deviceId: device.id, port: port.number }
  const link = linkAt(site, end)
  const far = neighbourAt(site, end)?.end
  const plugNow: Plug = {
    to: far ? endKey(far) : null,
    lengthM: link?.lengthM ?? 2,
    category: link?.category ?? 'cat6',
    stated: { low: link?.statedMbps?.[0] ?? null, high: link?.statedMbps?.[1] ?? null },
  }
  const [plug, setPlug] = useDraft(plugNow)
  const { draft, set, form } = useEditForm<Port>({
    initial: port,
    label: () => `Change ${portName(site, end)}`,
    edits: (now) => [
      { op: 'port', deviceId: device.id, port: now },
      ...(isSame(plug, plugNow) ? [] : cableEdits(site, end, link, plug)),
    ],
  })
  const sorts = kindOf(device).switching !== 'plain' && wanOf(device)?.port !== port.number
  return (
    <section className="sheet self-start p-4" aria-label={portName(site, end)}>
      <h2 className="mb-2">{portName(site, end)}</h2>
      <EditForm {...form}>
        {sorts && <VlanFields draft={draft} set={set} />}
        <div className="grid grid-cols-2 gap-3">
          <SelectInput
            label="Speed"
            path="speedMbps"
            value={draft.speedMbps === null ? null : String(draft.speedMbps)}
            none="negotiated"
            choices={SPEEDS.map((speed) => ({ value: String(speed), label: speedText(speed) }))}
            onChange={(value) => set({ speedMbps: value === null ? null : Number(value) })}
          />
          <PoeField device={device} draft={draft} set={set} />
        </div>
        <fieldset className="grid grid-cols-[3fr_1fr_1fr] gap-3">
          <legend className="sr-only">The cable</legend>
          <SelectInput
            label="Plugged in"
            path="b.port"
            value={plug.to}
            none="nothing"
            choices={plugChoices(site, end, far)}
            onChange={(to) => setPlug({ to })}
          />
          <NumberInput
            label="Length, m"
            path="lengthM"
            value={plug.lengthM}
            min={0}
            onChange={(lengthM) => setPlug({ lengthM })}
          />
          <SelectInput
            label="Cable"
            path="category"
            value={plug.category}
            choices={CATEGORIES}
            onChange={(category) => setPlug({ category: (category ?? 'cat6') as Link['category'] })}
          />
        </fieldset>
        {plug.category === 'mains' && (
          <StatedFields stated={plug.stated} onChange={(stated) => setPlug({ stated })} />
        )}
      </EditForm>
    </section>
  )
}

/** Both figures or none: house wiring is measured, not guessed. */
const statedOf = ({ category, stated: { low, high } }: Plug): Link['statedMbps'] =>
  category === 'mains' && (low !== null || high !== null) ? [low ?? high ?? 0, high ?? low ?? 0] : null

/** A cable that nobody touched is not sent along: it stays free for others. */
const isSame = (one: Plug, other: Plug): boolean => JSON.stringify(one) === JSON.stringify(other)

/** Unplug the old cable, plug the new one, or change the one that stays. */
function cableEdits(site: Site, end: LinkEnd, old: Link | undefined, plug: Plug): Edit[] {
  const [deviceId, port] = plug.to?.split('/') ?? []
  if (!deviceId || !port) return unplugEdits(site, end)
  return plugEdits(
    site,
    end,
    { deviceId, port: Number(port) },
    {
      id: old?.id ?? newId(),
      lengthM: plug.lengthM ?? 0,
      category: plug.category,
      statedMbps: statedOf(plug),
    },
  )
}

/** What two mains adapters carry here, by the user's own measurement. */
function StatedFields({
  stated,
  onChange,
}: {
  stated: Plug['stated']
  onChange: (stated: Plug['stated']) => void
}) {
  return (
    <fieldset className="grid grid-cols-2 gap-3">
      <legend className="sr-only">What the mains carry</legend>
      <NumberInput
        label="Carries from, Mbit/s"
        path="statedMbps"
        hint="Measure it; uneven is usual."
        value={stated.low}
        min={0.1}
        onChange={(low) => onChange({ ...stated, low })}
      />
      <NumberInput
        label="to, Mbit/s"
        path="statedMbps.1"
        value={stated.high}
        min={0.1}
        onChange={(high) => onChange({ ...stated, high })}
      />
    </fieldset>
  )
}

interface Part {
  draft: Port
  set: (part: Partial<Port>) => void
}

function VlanFields({ draft, set }: Part) {
  const { site } = useSite()
  const native = draft.nativeVlan
  const setMode = (mode: Port['mode']) =>
    set({
      mode,
      admit: mode === 'trunk' ? 'all' : 'untaggedOnly',
      taggedVlans: mode === 'trunk' ? draft.taggedVlans : [],
    })
  const toggle = (vlanId: number, on: boolean) =>
    set({
      taggedVlans: on
        ? [...draft.taggedVlans, vlanId].sort((a, b) => a - b)
        : draft.taggedVlans.filter((other) => other !== vlanId),
    })
  return (
    <>
      <div className="grid grid-cols-2 gap-3">
        <SelectInput
          label="Kind"
          path="mode"
          value={draft.mode}
          choices={[
            { value: 'access', label: 'access: one network, untagged' },
            { value: 'trunk', label: 'trunk: several networks, tagged' },
          ]}
          onChange={(mode) => setMode(mode === 'trunk' ? 'trunk' : 'access')}
        />
        <SelectInput
          label="Native VLAN (PVID)"
          path="nativeVlan"
          value={native === null ? null : String(native)}
          none="none: untagged frames are dropped"
          choices={nativeChoices(site, native)}
          onChange={(value) =>
            set({
              nativeVlan: value === null ? null : Number(value),
              taggedVlans: draft.taggedVlans.filter((vlanId) => String(vlanId) !== value),
            })
          }
        />
      </div>
      {draft.mode === 'trunk' && (
        <fieldset>
          <legend className="text-[0.9rem] font-medium">Tagged VLANs</legend>
          <div className="grid grid-cols-2 gap-x-4">
            {site.networks
              .filter(({ vlanId }) => vlanId !== native)
              .map(({ vlanId, name }) => (
                <CheckInput
                  key={vlanId}
                  label={<Flag vlanId={vlanId} label={`${vlanId} ${name}`} />}
                  checked={draft.taggedVlans.includes(vlanId)}
                  onChange={(on) => toggle(vlanId, on)}
                />
              ))}
          </div>
        </fieldset>
      )}
      <Collapsible titleClassName="text-soft" title="What it admits (IEEE 802.1Q)">
        <div className="mt-2 grid grid-cols-2 items-end gap-3">
          <SelectInput
            label="Acceptable frames"
            path="admit"
            value={draft.admit}
            choices={[
              { value: 'all', label: 'all' },
              { value: 'untaggedOnly', label: 'untagged and priority-tagged' },
              { value: 'taggedOnly', label: 'tagged only' },
            ]}
            onChange={(admit) => set({ admit: (admit ?? 'all') as Port['admit'] })}
          />
          <CheckInput
            label="Ingress filtering"
            checked={draft.ingressFilter}
            onChange={(ingressFilter) => set({ ingressFilter })}
          />
        </div>
      </Collapsible>
    </>
  )
}

function PoeField({ device, draft, set }: Part & { device: Device }) {
  const { site } = useSite()
  const pse = portSpecOf(site, device, draft.number)?.pse
  if (!pse) return <p className="caption self-end pb-1.5">This port gives no power.</p>
  const [load] = loadAt(site, device, draft)
  return (
    <div>
      <CheckInput label="PoE on" checked={draft.poe} onChange={(poe) => set({ poe })} />
      <p className="caption">
        {pse}, up to {pseLimitW(pse)} W.{' '}
        {load &&
          `${load.device.name}: class ${load.poeClass}, draws ${load.drawW} W of the ${poeClassFigures(load.poeClass).pdW} W its class allows; the switch sets ${load.allocatedW} W aside.`}
      </p>
    </div>
  )
}
