import { networkChoices } from '../../components/networkChoices'
import { useState } from 'react'
import { METHOD_COST } from '~/core/guide/proposals/secondRouter'
import type { AddressPlanAims, NumberingMethod, Method } from '~/core/guide/proposals'
import { endKey, freeSockets, isHouseholdRouter, portName, switchingDevices } from '~/core/plan'
import { ProposalSheet } from '../../components/ProposalSheet'
import { NumberInput, SelectInput, TextInput } from '../../components/inputs'
import { useDraft } from '../../hooks/useDraft'
import { useSite } from '../../hooks/useSite'

/** What can be worked out instead of typed. Each shows what it would do before it does it. */
export function Helpers() {
  return (
    <div className="grid items-start gap-5 @4xl:grid-cols-2">
      <AddressPlanHelper />
      <SecondRouterHelper />
      <VlanNumbersHelper />
      <ProposalSheet
        title="Trim the trunks"
        says="Every trunk carries what somebody behind it needs, and no more."
        aims={{ kind: 'trunks' }}
      />
    </div>
  )
}

function AddressPlanHelper() {
  const [draft, set] = useDraft<AddressPlanAims>({
    block: '172.27.0.0/16',
    fixedRoom: 30,
    growthPercent: 50,
  })
  return (
    <ProposalSheet
      title="Address plan from client counts"
      says="Subnets of different lengths out of one block, the largest first; devices with a fixed address move along."
      aims={{ kind: 'addresses', ...draft }}
    >
      <div className="grid gap-3 sm:grid-cols-[2fr_1fr_1fr]">
        <TextInput
          label="Block"
          path="block"
          mono
          value={draft.block}
          onChange={(block) => set({ block: block.trim() })}
        />
        <NumberInput
          label="Kept for fixed"
          path="fixedRoom"
          value={draft.fixedRoom}
          min={0}
          onChange={(fixedRoom) => set({ fixedRoom: fixedRoom ?? 0 })}
        />
        <NumberInput
          label="Growth, %"
          path="growthPercent"
          value={draft.growthPercent}
          min={0}
          onChange={(growthPercent) => set({ growthPercent: growthPercent ?? 0 })}
        />
      </div>
    </ProposalSheet>
  )
}

function VlanNumbersHelper() {
  const [method, setMethod] = useState<NumberingMethod>('thirdOctet')
  return (
    <ProposalSheet
      title="Number the VLANs"
      says="Networks and every port that carries them are renumbered together. VLAN 1 is left alone."
      aims={{ kind: 'vlans', method }}
    >
      <SelectInput
        label="Method"
        path="method"
        value={method}
        choices={[
          { value: 'thirdOctet', label: 'the number that stands in the subnet' },
          { value: 'tens', label: 'in tens, in the order of purpose' },
        ]}
        onChange={(value) => setMethod(value === 'tens' ? 'tens' : 'thirdOctet')}
      />
    </ProposalSheet>
  )
}

/** Two methods, each with what it gives and costs; the recipe ends with "only now the cable". */
function SecondRouterHelper() {
  const { site } = useSite()
  const routers = site.devices.filter(isHouseholdRouter)
  const sockets = switchingDevices(site)
    .filter((device) => !isHouseholdRouter(device))
    .flatMap((box) => freeSockets(site, box).map(({ number }) => ({ deviceId: box.id, port: number })))
  const [draft, set] = useDraft({
    routerId: routers[0]?.id ?? null,
    method: 'lanToLan' as Method,
    outerNetworkId:
      (site.networks.find(({ purpose }) => purpose === 'staff') ?? site.networks[0])?.id ?? null,
    at: sockets[0] ? endKey(sockets[0]) : null,
  })
  const { routerId, outerNetworkId, method } = draft
  const [deviceId, port] = draft.at?.split('/') ?? []
  const aims =
    routerId && outerNetworkId && deviceId && port
      ? {
          kind: 'secondRouter' as const,
          routerId,
          method,
          outerNetworkId,
          at: { deviceId, port: Number(port) },
        }
      : null
  return (
    <ProposalSheet
      title="A second router"
      says="Two methods. Both work; each costs something. The recipe keeps the order that spares you a locked-out laptop."
      aims={aims}
    >
      {routers.length === 0 && (
        <p className="text-soft">There is no household router in the plan. Add one under Ports first.</p>
      )}
      <div className="grid gap-3 sm:grid-cols-2">
        <SelectInput
          label="Router"
          path="routerId"
          value={routerId}
          none="choose"
          choices={routers.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(value) => set({ routerId: value })}
        />
        <SelectInput
          label="Method"
          path="method"
          value={method}
          choices={[
            { value: 'lanToLan', label: 'LAN to LAN: a plain access point' },
            { value: 'lanToWan', label: 'LAN to WAN: a network of its own' },
          ]}
          onChange={(value) => set({ method: value === 'lanToWan' ? 'lanToWan' : 'lanToLan' })}
        />
        <SelectInput
          label="Uplink to"
          path="outerNetworkId"
          value={outerNetworkId}
          none="choose"
          choices={networkChoices(site)}
          onChange={(value) => set({ outerNetworkId: value })}
        />
        <SelectInput
          label="Plugged into"
          path="at"
          value={draft.at}
          none="choose a free socket"
          choices={sockets.map((end) => ({
            value: endKey(end),
            label: portName(site, end),
          }))}
          onChange={(at) => set({ at })}
        />
      </div>
      <p>
        <span className="font-medium">Gives:</span> {METHOD_COST[method].gives}{' '}
        <span className="font-medium">Costs:</span> {METHOD_COST[method].costs}
      </p>
    </ProposalSheet>
  )
}
