import { expectMended, seen, withDevice, withManagement, yard } from '~/tests/kit/yard'
import { adr1 } from './adr1'

const stray = { start: '172.27.12.20', end: '172.27.12.40', gateway: null, nameServers: [] }

test('a device with its own address server left on, in the network of the gear', () => {
  const site = withDevice(yard(), 'switch', { strayServer: stray })
  expect(seen(adr1, site)[0]?.says).toContain('Chandlery switch')
  expectMended(adr1, site)
})

test('the same server in a network where nobody else serves is alone', () => {
  const alone = withManagement(withDevice(yard(), 'till-1', { strayServer: stray }), 'till-1', {
    networkId: null,
  })
  const site = { ...alone, links: alone.links.filter(({ id }) => id !== 'l-till') }
  expect(seen(adr1, site)).toEqual([])
})

test('a patch cable between two networks puts the router’s own two servers on one segment', () => {
  const site = yard()
  const patch = {
    id: 'patch',
    a: { deviceId: 'switch', port: 5 },
    b: { deviceId: 'gateway', port: 3 },
    lengthM: 1,
    category: 'cat6' as const,
    statedMbps: null,
  }
  expect(seen(adr1, { ...site, links: [...site.links, patch] })[0]?.says).toMatch(
    /Yard gear\) and Yard gateway .*Crew\) answer on the same segment/,
  )
})
