import { WIDTHS_MHZ } from '~/core/plan'
import { eirpLimit, plannedRadio } from '~/core/radio/coverage'
import { allowanceOf, exposureDistance, regionOf } from '~/core/radio/propagation'
import type { Device, Position, Radio, Site } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { Sourced } from '../../components/Sourced'
import { Traced } from '../../components/Traced'
import { CheckInput, NumberInput, SelectInput } from '../../components/inputs'
import { useEditForm } from '../../forms/useEditForm'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { LengthInput } from '../../components/LengthInput'

/** A placed device: where it is mounted, how it looks, and its radios. */
export function PlacedSheet({ site, device, onGone }: { site: Site; device: Device; onGone: () => void }) {
  const { draft, set, form } = useEditForm<Device>({
    initial: device,
    label: () => `Change ${device.name}`,
    edits: (record) => [{ op: 'put', collection: 'devices', record }],
  })
  const gone = usePlanEdit(onGone)
  const { position } = draft
  if (!position) return <p className="px-4 py-3 text-soft">{device.name} has no place on the chart.</p>
  const place = (part: Partial<Position>) => set({ position: { ...position, ...part } })
  const tune = (band: Radio['band'], part: Partial<Radio>) =>
    set({ radios: draft.radios.map((radio) => (radio.band === band ? { ...radio, ...part } : radio)) })
  return (
    <section className="px-4 py-3" aria-label={`Sheet of ${device.name}`}>
      <h2>{device.name}</h2>
      <p className="caption mb-2">{device.place}</p>
      <EditForm
        {...form}
        problems={[...form.problems, ...gone.problems]}
        busy={form.busy || gone.busy}
        onRemove={() =>
          gone.edit(`Take ${device.name} off the chart`, [
            { op: 'put', collection: 'devices', record: { ...device, position: null } },
          ])
        }
        removeLabel="Take off the chart"
      >
        <div className="grid grid-cols-2 gap-2">
          <LengthInput
            label="Height"
            path="position.heightM"
            unit={site.ground.units}
            metres={position.heightM}
            onChange={(heightM) => place({ heightM: heightM ?? 0 })}
          />
          <SelectInput
            label="Level"
            path="position.levelId"
            value={position.levelId}
            choices={site.levels.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(levelId) => place({ levelId: levelId ?? position.levelId })}
          />
        </div>
        {draft.radios.length > 0 && (
          <>
            <SelectInput
              label="Antenna"
              path="position.antennaId"
              value={position.antennaId}
              none="its own, under the ceiling"
              choices={site.antennas.map(({ id, name }) => ({ value: id, label: name }))}
              onChange={(antennaId) => place({ antennaId })}
            />
            <div className="grid grid-cols-2 gap-2">
              <NumberInput
                label="Looks towards, °"
                path="position.azimuthDeg"
                hint="From north, clockwise."
                value={position.azimuthDeg}
                onChange={(azimuthDeg) => place({ azimuthDeg: azimuthDeg ?? 0 })}
              />
              <NumberInput
                label="Tilted down, °"
                path="position.tiltDeg"
                value={position.tiltDeg}
                onChange={(tiltDeg) => place({ tiltDeg: tiltDeg ?? 0 })}
              />
            </div>
          </>
        )}
        {draft.radios.map((radio) => (
          <RadioFields key={radio.band} site={site} device={draft} radio={radio} tune={tune} />
        ))}
        <CheckInput
          label="Its place is locked: it is not moved, by hand or by a helper"
          checked={position.locked}
          onChange={(locked) => place({ locked })}
        />
      </EditForm>
    </section>
  )
}

function RadioFields({
  site,
  device,
  radio,
  tune,
}: {
  site: Site
  device: Device
  radio: Radio
  tune: (band: Radio['band'], part: Partial<Radio>) => void
}) {
  if (!device.position) return null
  const planned = plannedRadio(site, device, device.position, radio)
  const region = regionOf(site.country)
  const allowed = radio.channel === null ? null : allowanceOf(region, radio.band, radio.channel)
  const limit = eirpLimit(site.country, radio.band, radio.channel)
  return (
    <fieldset className="border-t border-line pt-2">
      <legend className="font-medium">{radio.band} GHz radio</legend>
      <div className="flex flex-wrap gap-x-4">
        <CheckInput
          label="On"
          checked={radio.enabled}
          onChange={(enabled) => tune(radio.band, { enabled })}
        />
        <CheckInput
          label="Locked for helpers"
          checked={radio.locked}
          onChange={(locked) => tune(radio.band, { locked })}
        />
      </div>
      <div className="grid grid-cols-3 gap-2">
        <NumberInput
          label="Channel"
          path={`radios.${radio.band}.channel`}
          value={radio.channel}
          onChange={(channel) => tune(radio.band, { channel })}
        />
        <SelectInput
          label="Width, MHz"
          path={`radios.${radio.band}.widthMhz`}
          value={String(radio.widthMhz)}
          choices={WIDTHS_MHZ.map(String).map((value) => ({ value, label: value }))}
          onChange={(width) => tune(radio.band, { widthMhz: Number(width) })}
        />
        <NumberInput
          label="Power, dBm"
          path={`radios.${radio.band}.powerDbm`}
          value={radio.powerDbm}
          onChange={(powerDbm) => tune(radio.band, { powerDbm })}
        />
      </div>
      <p className="mt-1 text-[0.9rem]">
        Sends{' '}
        <Sourced
          className="figures"
          formula="EIRP = the least of power + antenna gain and the country’s limit"
          inputs={[
            {
              name: 'power',
              value: radio.powerDbm === null ? 'as much as the device can' : `${radio.powerDbm} dBm`,
            },
            { name: 'gain', value: `${planned.antenna.gainDbi} dBi` },
            { name: 'limit', value: limit === null ? 'none for this channel' : `${limit} dBm` },
          ]}
          source={`${region.name}: ${region.source}`}
        >
          {planned.eirpDbm.toFixed(1)} dBm
        </Sourced>{' '}
        EIRP{allowed?.radar && '; a radar channel: it goes silent when it hears one'}
        {allowed?.indoorOnly && '; indoors only'}. Keep{' '}
        <Traced number={exposureDistance(planned.eirpDbm, site.ground.exposureLimitWPerM2)} digits={2} /> away
        from its face while it sends. Local law decides.
      </p>
    </fieldset>
  )
}
