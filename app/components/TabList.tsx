import { Tabs } from 'radix-ui'

/** The tabs of a stage, underlined where one stands. */
export function TabList({ label, tabs }: { label: string; tabs: readonly { id: string; name: string }[] }) {
  return (
    <Tabs.List aria-label={label} className="flex flex-wrap gap-1 border-b border-line">
      {tabs.map(({ id, name }) => (
        <Tabs.Trigger
          key={id}
          value={id}
          className="-mb-px border-b-[3px] border-transparent px-3 py-1.5 data-[state=active]:border-ink data-[state=active]:font-semibold"
        >
          {name}
        </Tabs.Trigger>
      ))}
    </Tabs.List>
  )
}
