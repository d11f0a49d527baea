import { Progress } from '../../components/Progress'
import { Tabs } from 'radix-ui'
import { useState } from 'react'
import { feedsOf } from '~/core/radio/backhaul'
import type { EndRow } from '~/core/radio/backhaul'
import type { Level, Site } from '~/core/plan'
import { TabList } from '../../components/TabList'
import { usePanel } from '../../hooks/usePanel'
import { useSite } from '../../hooks/useSite'
import { BackhaulChart } from './BackhaulChart'
import { BridgePanel } from './BridgePanel'
import { CapacityTable } from './CapacityTable'
import { ChoiceSheet } from './ChoiceSheet'
import { EndsTable } from './EndsTable'
import { FailureTable } from './FailureTable'
import { TreeTable } from './TreeTable'
import { useBackhaul } from './useBackhaul'

const TABS = [
  { id: 'failures', name: 'What if it fails' },
  { id: 'tree', name: 'Best parents' },
  { id: 'air', name: 'Airtime' },
  { id: 'bridge', name: 'Bridge' },
  { id: 'ends', name: 'Two ends' },
] as const

/** The tree over the chart, the sheet of one device, and what the whole carries. */
export function BackhaulStage({
  site,
  level,
  ends,
  silent,
}: {
  site: Site
  level: Level
  ends: Record<string, EndRow[]>
  /** Uplinks that never register, and why. */
  silent: Record<string, string>
}) {
  const { search, set } = usePanel()
  const { id, revision } = useSite()
  const study = useBackhaul(site, `${id}@${revision}`)
  const [failureId, setFailureId] = useState<string | null>(null)
  const tab = TABS.find(({ id }) => id === search.get('tab'))?.id ?? 'failures'
  const firstByAir =
    site.devices.find(({ air }) => air !== null) ?? site.devices.find(({ radios }) => radios.length > 0)
  const device = site.devices.find(({ id }) => id === search.get('device')) ?? firstByAir
  const aftermath = study.failures?.find(({ element }) => element.id === failureId) ?? null
  return (
    <>
      <div className="grid grid-cols-[minmax(0,1fr)_22rem] gap-4 max-lg:grid-cols-1">
        <div className="sheet flex h-[27rem] flex-col">
          <div className="min-h-0 flex-1">
            <BackhaulChart
              site={site}
              level={level}
              feeds={feedsOf(site, 'all')}
              aftermath={aftermath}
              silent={silent}
              chosenId={device?.id ?? null}
              onChoose={(id) => set({ device: id })}
            />
          </div>
          <p
            className="flex items-center gap-3 border-t border-line px-3 py-1 text-[0.86rem] text-soft"
            role="status"
            data-study={study.progress === null ? 'done' : 'busy'}
          >
            {study.fault
              ? `It could not be worked out: ${study.fault}.`
              : aftermath
                ? `Without ${aftermath.element.name}: ${aftermath.dark.length} dark, ${aftermath.reattached.length} on another parent.`
                : 'Thin lines are cables, double lines are radio links with rate and level. Choose a device.'}
            {study.progress !== null && (
              <>
                <Progress label="Being worked out" share={study.progress || null} />
                <button className="underline" onClick={study.giveUp}>
                  Give up
                </button>
              </>
            )}
          </p>
        </div>
        <aside
          className="sheet h-[27rem] overflow-y-auto"
          aria-label="The device that is chosen"
          tabIndex={0}
        >
          {device ? (
            <ChoiceSheet
              key={device.id}
              site={site}
              device={device}
              silent={silent[device.id] ?? null}
              choice={study.choices?.find((one) => one.device.id === device.id)}
            />
          ) : (
            <p className="p-4 text-soft">
              No device has a radio yet. Add one at Ports, and give it a place at Ground.
            </p>
          )}
        </aside>
      </div>
      <Tabs.Root value={tab} onValueChange={(next) => set({ tab: next })} className="mt-4">
        <TabList label="What the whole carries" tabs={TABS} />
        <Tabs.Content value="failures" className="sheet overflow-x-auto border-t-0">
          <FailureTable failures={study.failures} shownId={failureId} onShow={setFailureId} />
        </Tabs.Content>
        <Tabs.Content value="tree" className="sheet overflow-x-auto border-t-0">
          <TreeTable site={site} tree={study.tree} />
        </Tabs.Content>
        <Tabs.Content value="air" className="sheet overflow-x-auto border-t-0">
          <CapacityTable capacity={study.capacity} />
        </Tabs.Content>
        <Tabs.Content value="bridge" className="sheet overflow-x-auto border-t-0">
          <BridgePanel site={site} chosenId={device?.id ?? null} />
        </Tabs.Content>
        <Tabs.Content value="ends" className="sheet overflow-x-auto border-t-0">
          <EndsTable site={site} ends={ends} />
        </Tabs.Content>
      </Tabs.Root>
    </>
  )
}
