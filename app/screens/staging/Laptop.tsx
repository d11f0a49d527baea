import { Laptop as LaptopSign } from 'lucide-react'
import { useState } from 'react'
import type { Action } from '~/core/world'
import type { LaptopView } from '~/field'
import { Popover } from '../../components/Popover'
import { NumberInput, SelectInput, TextInput } from '../../components/inputs'
import type { Bench } from '../../hooks/useBench'
import { useSite } from '../../hooks/useSite'
import { portName } from '~/core/plan'
import type { BoardState } from './boardState'
import { endOf, endText, freeEnds } from './freeEnds'

type LaptopAction = Extract<Action, { kind: 'laptop' }>

interface Props {
  laptop: LaptopView
  state: BoardState
  bench: Bench
  isPast: boolean
}

/** Where the laptop is plugged in and which subnet it is in: always in sight, since every page depends on it. */
export function Laptop({ laptop, state, bench, isPast }: Props) {
  const [open, setOpen] = useState(false)
  return (
    <section
      aria-label="The laptop"
      className="sheet flex flex-wrap items-center gap-x-3 gap-y-1 px-4 py-1.5"
    >
      <LaptopSign size={18} aria-hidden />
      <p className="min-w-0 flex-1">
        <strong>The laptop</strong> {laptop.at ? 'in ' : ''}
        {laptop.where}
        {laptop.address && (
          <>
            , <span className="figures">{laptop.address}</span>{' '}
            {laptop.addressing === 'fixed' ? 'set by hand' : 'by DHCP'}
            {laptop.network && `, ${laptop.network}`}
          </>
        )}
        {laptop.why && laptop.at && <span className="text-caution"> {laptop.why}</span>}
      </p>
      <Popover
        label="The laptop’s cable and address"
        open={open}
        onOpenChange={setOpen}
        trigger={
          <button className="button" disabled={isPast}>
            Plug it in, set its address
          </button>
        }
      >
        <LaptopForm
          laptop={laptop}
          state={state}
          onSet={(action) => {
            bench.act(action)
            setOpen(false)
          }}
        />
      </Popover>
    </section>
  )
}

function LaptopForm({
  laptop,
  state,
  onSet,
}: {
  laptop: LaptopView
  state: BoardState
  onSet: (action: LaptopAction) => void
}) {
  const { site } = useSite()
  const [draft, setDraft] = useState<Omit<LaptopAction, 'kind'>>({
    at: laptop.at,
    addressing: laptop.addressing,
    ip: laptop.ip,
    prefixLength: laptop.prefixLength,
    gateway: laptop.gateway,
  })
  const own = laptop.at ? [{ ...laptop.at, name: portName(site, laptop.at) }] : []
  const free = [...own, ...freeEnds(site, state, null)].filter(
    ({ deviceId }) => site.devices.find(({ id }) => id === deviceId)?.station === null,
  )
  return (
    <form
      className="space-y-2"
      onSubmit={(event) => {
        event.preventDefault()
        onSet({ kind: 'laptop', ...draft })
      }}
    >
      <SelectInput
        label="Plugged into"
        path="at"
        none="nothing"
        value={draft.at && endText(draft.at)}
        choices={free.map((end) => ({ value: endText(end), label: end.name }))}
        onChange={(value) => setDraft({ ...draft, at: endOf(value) })}
      />
      <SelectInput
        label="Its own address"
        path="addressing"
        value={draft.addressing}
        choices={[
          { value: 'dhcp', label: 'by DHCP' },
          { value: 'fixed', label: 'set by hand' },
        ]}
        onChange={(value) => setDraft({ ...draft, addressing: value === 'fixed' ? 'fixed' : 'dhcp' })}
      />
      {draft.addressing === 'fixed' && (
        <div className="grid grid-cols-[2fr_1fr] gap-2">
          <TextInput
            label="Address"
            path="ip"
            mono
            value={draft.ip ?? ''}
            onChange={(ip) => setDraft({ ...draft, ip: ip.trim() || null })}
          />
          <NumberInput
            label="Mask /"
            path="prefixLength"
            value={draft.prefixLength}
            min={1}
            max={30}
            onChange={(prefixLength) => setDraft({ ...draft, prefixLength: prefixLength ?? 24 })}
          />
          <TextInput
            label="Gateway"
            path="gateway"
            mono
            value={draft.gateway ?? ''}
            onChange={(gateway) => setDraft({ ...draft, gateway: gateway.trim() || null })}
          />
        </div>
      )}
      <button className="button button-main" type="submit">
        Set the laptop
      </button>
    </form>
  )
}
