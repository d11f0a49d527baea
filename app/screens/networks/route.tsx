import { Tabs } from 'radix-ui'
import { StageHead } from '../../components/StageHead'
import { TabList } from '../../components/TabList'
import { usePanel } from '../../hooks/usePanel'
import { reachOf } from '../../server/derived/reach.server'
import { AddressPlan } from './AddressPlan'
import { FixedAddresses } from './FixedAddresses'
import { Groups } from './Groups'
import { Helpers } from './Helpers'
import { ReachMatrix } from './ReachMatrix'
import { Forwards } from './Forwards'
import { Rules } from './Rules'
import { Ssids } from './Ssids'
import type { Route } from './+types/route'

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
          <Forwards />
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
