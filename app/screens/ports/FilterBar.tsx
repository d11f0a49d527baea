import { InlineSelect } from '../../components/InlineSelect'
import { Search } from 'lucide-react'
import { useRef, useState } from 'react'
import { usePanel } from '../../hooks/usePanel'
import { useSite } from '../../hooks/useSite'
import type { DeviceFilter } from './deviceFilter'

/** The filter as the address has it. */
export function useDeviceFilter(): DeviceFilter {
  const { search } = usePanel()
  const only = search.get('only') ?? 'all'
  const known = only === 'findings' || only === 'free' || /^vlan:\d+$/.test(only)
  return { text: search.get('q') ?? '', only: known ? (only as DeviceFilter['only']) : 'all' }
}

const PAUSE_MS = 200

export function FilterBar({ shown, all }: { shown: number; all: number }) {
  const { site } = useSite()
  const { set } = usePanel()
  const { text, only } = useDeviceFilter()
  const [typed, setTyped] = useState(text)
  const timer = useRef(0)
  /** What is typed stands at once; the list follows when the typing pauses. */
  const type = (value: string) => {
    setTyped(value)
    window.clearTimeout(timer.current)
    timer.current = window.setTimeout(() => set({ q: value || null }), PAUSE_MS)
  }
  return (
    <div role="search" className="mb-3 flex flex-wrap items-center gap-3">
      <label className="relative min-w-64 flex-1">
        <span className="sr-only">Find a device, a place, an address or what is plugged in</span>
        <Search size={15} aria-hidden className="absolute top-2.5 left-2 text-soft" />
        <input
          type="search"
          className="field pl-7"
          placeholder="device, place, address, or what is plugged in"
          value={typed}
          onChange={(event) => type(event.target.value)}
        />
      </label>
      <InlineSelect
        label="Show"
        className="!w-56"
        value={only}
        onChange={(next) => set({ only: next === 'all' ? null : next })}
        choices={[
          { value: 'all', label: 'all' },
          { value: 'findings', label: 'with open findings' },
          { value: 'free', label: 'with a free socket' },
          ...site.networks.map(({ vlanId, name }) => ({
            value: `vlan:${vlanId}`,
            label: `carrying VLAN ${vlanId}, ${name}`,
            vlanId,
          })),
        ]}
      />
      <p className="figures text-soft" role="status">
        {shown} of {all}
      </p>
    </div>
  )
}
