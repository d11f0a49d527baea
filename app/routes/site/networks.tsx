import { Tabs } from 'radix-ui'
import { StageHead } from '../../components/StageHead'
import { TabList } from '../../components/TabList'
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
        <div className="mb-4">
          <TabList label="Parts of the network plan" tabs={TABS} />
        </div>
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
