import { useState } from 'react'
import type { Seen } from '~/core/judge/proof'
import { typeOf } from '~/core/plan'
import type { Site } from '~/core/plan'
import { RadioGroup } from '../../components/RadioGroup'
import { SeenForm } from '../../components/SeenForm'
import { NumberInput, SelectInput, TextInput } from '../../components/inputs'
import { usePlaces } from '../../hooks/usePlaces'
import { useSite } from '../../hooks/useSite'

const KINDS = [
  { value: 'registration', label: 'registered by radio' },
  { value: 'led', label: 'an LED' },
  { value: 'login', label: 'a login' },
  { value: 'linkSpeed', label: 'speed of a link' },
  { value: 'neighbour', label: 'the other end of a cable' },
] as const
type Kind = (typeof KINDS)[number]['value']

const EMPTY = {
  deviceId: null as string | null,
  led: null as string | null,
  rateMbps: null as number | null,
  snrDb: null as number | null,
  ssidId: null as string | null,
  user: '',
  accepted: null as 'yes' | 'no' | null,
  vlanId: null as number | null,
  attachmentId: null as string | null,
  speedMbps: null as number | null,
  name: '',
  port: '',
}
type Draft = typeof EMPTY

/** What a device's page, a light, a client or a neighbour showed, where no laptop measured it. */
export function OtherSeen() {
  const { site } = useSite()
  const [kind, setKind] = useState<Kind>('registration')
  const [draft, setDraft] = useState<Draft>(EMPTY)
  const one = seenOf(kind, draft, site)
  const put = (part: Partial<Draft>) => setDraft((before) => ({ ...before, ...part }))
  return (
    <section className="sheet px-4 py-3" aria-label="Other things seen">
      <SeenForm
        label="Record it"
        seen={one ? [one] : []}
        onTaken={() => setDraft(EMPTY)}
        place="where, on what page"
      >
        <RadioGroup
          isLarge
          label="What was seen"
          value={kind}
          onChange={(next) => {
            setKind(next)
            setDraft(EMPTY)
          }}
          choices={KINDS}
        />
        <div className="grid gap-3 sm:grid-cols-2 @4xl:grid-cols-4">
          <Fields kind={kind} draft={draft} put={put} />
        </div>
      </SeenForm>
    </section>
  )
}

interface FieldsProps {
  kind: Kind
  draft: Draft
  put: (part: Partial<Draft>) => void
}

function Fields({ kind, draft, put }: FieldsProps) {
  const { site } = useSite()
  const devices = site.devices.map(({ id, name }) => ({ value: id, label: name }))
  const device = (
    <SelectInput
      label="Device"
      path="seen.0.deviceId"
      none="choose"
      value={draft.deviceId}
      choices={devices}
      onChange={(deviceId) => put({ deviceId, led: null })}
    />
  )
  switch (kind) {
    case 'registration':
      return (
        <>
          {device}
          <NumberInput
            label="Rate, Mbit/s"
            path="seen.0.rateMbps"
            hint="0: not registered"
            min={0}
            value={draft.rateMbps}
            onChange={(rateMbps) => put({ rateMbps })}
          />
          <NumberInput
            label="Signal to noise, dB"
            path="seen.0.snrDb"
            hint="empty: not shown"
            value={draft.snrDb}
            onChange={(snrDb) => put({ snrDb })}
          />
        </>
      )
    case 'led':
      return (
        <>
          {device}
          <SelectInput
            label="It shows"
            path="seen.0.led"
            none={draft.deviceId === null ? 'choose a device first' : 'choose'}
            value={draft.led}
            choices={ledsOf(site, draft.deviceId).map(({ key, label }) => ({ value: key, label }))}
            onChange={(led) => put({ led })}
          />
        </>
      )
    case 'login':
      return (
        <>
          <SelectInput
            label="SSID"
            path="seen.0.ssidId"
            none="choose"
            value={draft.ssidId}
            choices={site.ssids.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(ssidId) => put({ ssidId })}
          />
          <TextInput label="User" path="seen.0.user" value={draft.user} onChange={(user) => put({ user })} />
          <SelectInput
            label="Let in"
            path="seen.0.accepted"
            none="choose"
            value={draft.accepted}
            choices={[
              { value: 'yes', label: 'yes' },
              { value: 'no', label: 'no, turned away' },
            ]}
            onChange={(accepted) =>
              put({ accepted: accepted === 'yes' || accepted === 'no' ? accepted : null })
            }
          />
          <NumberInput
            label="On VLAN"
            path="seen.0.vlanId"
            hint="empty: not shown"
            value={draft.vlanId}
            onChange={(vlanId) => put({ vlanId })}
          />
        </>
      )
    default:
      return <CableFields kind={kind} draft={draft} put={put} />
  }
}

function CableFields({ kind, draft, put }: FieldsProps) {
  const places = usePlaces()
  return (
    <>
      <SelectInput
        label="At the port"
        path="seen.0.attachmentId"
        none="choose"
        value={draft.attachmentId}
        choices={places
          .filter(({ id }) => id.startsWith('port:'))
          .map(({ id, label }) => ({ value: id, label }))}
        onChange={(attachmentId) => put({ attachmentId })}
      />
      {kind === 'linkSpeed' ? (
        <NumberInput
          label="Speed, Mbit/s"
          path="seen.0.speedMbps"
          min={1}
          value={draft.speedMbps}
          onChange={(speedMbps) => put({ speedMbps })}
        />
      ) : (
        <>
          <TextInput
            label="Its name"
            path="seen.0.name"
            value={draft.name}
            onChange={(name) => put({ name })}
          />
          <TextInput
            label="Its port"
            path="seen.0.port"
            value={draft.port}
            onChange={(port) => put({ port })}
          />
        </>
      )}
    </>
  )
}

/** What the LEDs of a device's type can show, each by a key of its own. */
const ledsOf = (site: Site, deviceId: string | null) => {
  const device = site.devices.find(({ id }) => id === deviceId)
  const leds = (device && typeOf(site, device)?.leds) ?? []
  return leds.map((one) => ({
    ...one,
    key: `${one.led} ${one.colour} ${one.pattern}`,
    label: one.pattern === 'dark' ? `${one.led} dark` : `${one.led} ${one.colour}, ${one.pattern}`,
  }))
}

/** Null: something is still missing. */
function seenOf(kind: Kind, draft: Draft, site: Site): Seen | null {
  const { deviceId, rateMbps, snrDb, ssidId, accepted, vlanId, attachmentId, speedMbps } = draft
  const [user, name, port] = [draft.user.trim(), draft.name.trim(), draft.port.trim()]
  switch (kind) {
    case 'registration':
      return deviceId === null || rateMbps === null ? null : { kind, deviceId, rateMbps, snrDb }
    case 'led': {
      const shown = ledsOf(site, deviceId).find(({ key }) => key === draft.led)
      if (deviceId === null || !shown) return null
      const { led, colour, pattern } = shown
      return { kind, deviceId, led, colour, pattern }
    }
    case 'login':
      return ssidId === null || user === '' || accepted === null
        ? null
        : { kind, ssidId, user, accepted: accepted === 'yes', vlanId }
    case 'linkSpeed':
      return attachmentId === null || speedMbps === null ? null : { kind, attachmentId, speedMbps }
    case 'neighbour':
      return attachmentId === null || name === '' || port === '' ? null : { kind, attachmentId, name, port }
  }
}
