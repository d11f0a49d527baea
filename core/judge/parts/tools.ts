import { isUpThere } from '../../plan'
import type { Device, Site } from '../../plan'
import { isLaid } from './cable'
import { byRule } from './count'
import { broughtGear, hangs, isOutside } from './gear'
import type { Need } from './types'

interface Tool {
  key: string
  name: string
  for: (devices: readonly Device[], site: Site) => readonly Device[]
  note?: string
}

const all = (devices: readonly Device[]) => devices
const up = (devices: readonly Device[]) => devices.filter(isUpThere)

/** What goes along whatever the site is, and what some gear asks for. Common practice, no source. */
const TOOLS: readonly Tool[] = [
  { key: 'tool laptop', name: 'Laptop with a wired socket, and a 3 m cord', for: all },
  { key: 'tool pin', name: 'Pin for the reset holes', for: all },
  { key: 'tool screwdrivers', name: 'Screwdrivers and pliers', for: all },
  {
    key: 'tool drill',
    name: 'Drill with bits for the wall there is',
    for: (devices) => devices.filter(hangs),
  },
  {
    key: 'tool ladder',
    name: 'Ladder',
    for: up,
    note: 'No metal ladder near lines. Local codes come first.',
  },
  {
    key: 'tool tape',
    name: 'Self-sealing tape for connectors outdoors',
    for: (devices, site) => devices.filter((device) => hangs(device) && isOutside(site, device)),
  },
]

const CABLE_TOOL: Record<Site['partsRules']['ends'], { key: string; name: string }> = {
  plugs: { key: 'tool crimp', name: 'Crimping tool' },
  outlets: { key: 'tool punch', name: 'Punch-down tool' },
}

/** Tools, each once, and how many people must come. */
export function toolNeeds(site: Site): Need[] {
  const gear = broughtGear(site)
  if (gear.length === 0) return []
  const laid = site.links.some(isLaid)
  const climbed = up(gear)
  return [
    ...TOOLS.flatMap((tool) => {
      const devices = tool.for(gear, site)
      return devices.length > 0
        ? [
            byRule(
              {
                key: tool.key,
                group: 'tools',
                name: tool.name,
                count: 1,
                deviceIds: tool.for === all ? [] : devices.map(({ id }) => id),
                note: tool.note ?? '',
              },
              tool.for === all ? 'always one' : 'one, since gear asks for it',
              tool.for === all ? [] : devices.map(({ name }) => ({ name, value: '' })),
            ),
          ]
        : []
    }),
    ...(laid
      ? [
          byRule(
            { ...CABLE_TOOL[site.partsRules.ends], group: 'tools', count: 1 },
            'one, since cable is laid',
            [],
          ),
          byRule(
            { key: 'tool tester', group: 'tools', name: 'Cable tester', count: 1 },
            'one, since cable is laid',
            [],
          ),
        ]
      : []),
    byRule(
      {
        key: 'people',
        group: 'people',
        name: 'People',
        count: climbed.length > 0 ? 2 : 1,
        deviceIds: climbed.map(({ id }) => id),
        note: climbed.length > 0 ? 'One holds the ladder.' : '',
      },
      'two where somebody climbs, else one',
      climbed.map(({ name, position }) => ({ name, value: `${position?.heightM ?? 0} m up` })),
    ),
  ]
}
