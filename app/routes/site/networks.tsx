import { Tabs } from 'radix-ui'
import { StageHead } from '../../components/StageHead'
import { usePanel } from '../../hooks/usePanel'
import { reachOf } from '../../server/reach.server'
import { AddressPlan } from '../../stages/networks/AddressPlan'
import { FixedAddresses } from '../../stages/networks/FixedAddresses'
import { Groups } from '../../stages/networks/Groups'
import { Helpers } from '../../stages/networks/Helpers'
import { ReachMatrix } from '../../stages/networks/ReachMatrix'
import { Rules } from '../../stages/networks/Rules'
import { Ssids } from '../../stages/networks/Ssids'
import type { Route } from './+types/networks'

export const loader = ({ params }: Route.LoaderArgs) => ({ matrix: reachOf(params.siteId) })

const TABS = [
  { id: 'plan', name: 'Address plan' },
  { id: 'ssids', name: 'SSIDs and keys' },
  { id: 'groups', name: 'Groups' },
  { id: 'reach', name: 'Who reaches whom' },
  { id: 'fixed', name: 'Fixed addresses' },
  { id: 'helpers', name: 'Helpers' },
]

export default function Networks({ loaderData }: Route.ComponentProps) {
  const { search, set } = usePanel()
  const tab = TABS.find(({ id }) => id === search.get('tab'))?.id ?? 'plan'
  return (
    <>
      <StageHead
        title="Networks"
        says="Each network is a VLAN, a subnet, a pool, and a word on who may talk to whom."
      />
      <Tabs.Root value={tab} onValueChange={(next) => set({ tab: next })}>
        <Tabs.List aria-label="Parts of the network plan" className="mb-4 flex gap-1 border-b border-line">
          {TABS.map(({ id, name }) => (
            <Tabs.Trigger
              key={id}
              value={id}
              className="-mb-px border-b-[3px] border-transparent px-3 py-1.5 data-[state=active]:border-ink data-[state=active]:font-semibold"
            >
              {name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content value="plan">
          <AddressPlan />
        </Tabs.Content>
        <Tabs.Content value="ssids">
          <Ssids />
        </Tabs.Content>
        <Tabs.Content value="groups">
          <Groups />
        </Tabs.Content>
        <Tabs.Content value="reach" className="space-y-6">
          <ReachMatrix cells={loaderData.matrix} />
          <Rules />
        </Tabs.Content>
        <Tabs.Content value="fixed">
          <FixedAddresses />
        </Tabs.Content>
        <Tabs.Content value="helpers">
          <Helpers />
        </Tabs.Content>
      </Tabs.Root>
    </>
  )
}
