import { WIDTHS_MHZ } from '~/core/plan'
import type { AirEnd, Site } from '~/core/plan'
import { CheckInput, NumberInput, SelectInput, TextInput } from './inputs'

interface Props {
  title: string
  path: string
  site: Site
  end: AirEnd
  onChange: (end: AirEnd) => void
}

/** What is typed in at one end of a radio link. */
export function EndFields({ title, path, site, end, onChange }: Props) {
  const set = (part: Partial<AirEnd>) => onChange({ ...end, ...part })
  return (
    <fieldset className="space-y-2 border border-line p-2">
      <legend className="px-1 text-[0.9rem] font-medium">{title}</legend>
      <TextInput
        label="SSID, by exact case"
        path={`${path}.ssid`}
        mono
        value={end.ssid}
        onChange={(ssid) => set({ ssid })}
      />
      <SelectInput
        label="Key and cipher"
        path={`${path}.profileId`}
        value={end.profileId}
        none="not set"
        choices={site.profiles.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(profileId) => set({ profileId })}
      />
      <div className="grid grid-cols-2 gap-2">
        <SelectInput
          label="Width"
          path={`${path}.widthMhz`}
          value={String(end.widthMhz)}
          choices={WIDTHS_MHZ.map((width) => ({ value: String(width), label: `${width} MHz` }))}
          onChange={(width) => set({ widthMhz: Number(width ?? 20) })}
        />
        <NumberInput
          label="Channel (empty: follows)"
          path={`${path}.channel`}
          value={end.channel}
          onChange={(channel) => set({ channel })}
        />
      </div>
      <CheckInput label="Hidden from clients" checked={end.hidden} onChange={(hidden) => set({ hidden })} />
    </fieldset>
  )
}
