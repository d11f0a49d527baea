import type { Device, Link, Port, Site } from '~/core/site'

const PORTS_PER_SWITCH = 8

/** The demo with more access points, eight to a switch, the switches in a chain behind the first. */
export function grownYard(demo: Site, accessPoints: number): Site {
  const model = (id: string): Device => {
    const found = demo.devices.find((device) => device.id === id)
    if (!found) throw new Error(`the demo has no ${id}`)
    return found
  }
  const trunk: Port = { ...(model('switch').ports[0] as Port), poe: true }
  const devices: Device[] = [...demo.devices]
  const links: Link[] = [...demo.links]
  const cable = (aId: string, aPort: number, bId: string, bPort: number) =>
    links.push({
      id: `l${links.length}`,
      a: { deviceId: aId, port: aPort },
      b: { deviceId: bId, port: bPort },
      lengthM: 20,
      category: 'cat6',
    })
  for (let i = 0, onSwitch = ''; i < accessPoints - 1; i++) {
    const port = (i % (PORTS_PER_SWITCH - 2)) + 3
    if (port === 3) {
      const before = onSwitch || 'switch'
      onSwitch = `sw${i}`
      const ports = Array.from({ length: PORTS_PER_SWITCH }, (_, n) => ({ ...trunk, number: n + 1 }))
      devices.push({
        ...model('switch'),
        id: onSwitch,
        name: `Switch ${i}`,
        ports,
        management: { ...model('switch').management, addressing: 'dhcp', ip: null },
      })
      cable(before, before === 'switch' ? 8 : 2, onSwitch, 1)
    }
    devices.push({ ...model('ap-shop'), id: `ap${i}`, name: `AP ${i}` })
    cable(onSwitch, port, `ap${i}`, 1)
  }
  return { ...demo, devices, links }
}
