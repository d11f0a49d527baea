import { boatyard, expectMended, seen, withPart } from '~/tests/kit/yard'
import type { Site } from '../../plan'
import { rol1 } from './rol1'

const cabledBy = (port: number, role: 'innerRouter' | 'plainAp'): Site => {
  const site = withPart(
    boatyard(),
    'cafe-router',
    'router',
    role === 'plainAp' ? { role, uplink: null } : { role },
  )
  const links = site.links.map((link) =>
    link.id === 'l-sw-cafe-cafe-router' ? { ...link, b: { deviceId: 'cafe-router', port } } : link,
  )
  return { ...site, links }
}

test('an inner router by a LAN socket, and the mend moves the cable to the WAN', () => {
  const site = cabledBy(3, 'innerRouter')
  expect(seen(rol1, site)[0]?.says).toContain('is cabled to Café plain switch by a LAN socket')
  const mended = expectMended(rol1, site)
  expect(mended.links.find(({ id }) => id === 'l-sw-cafe-cafe-router')?.b.port).toBe(1)
})

test('a plain access point by its WAN socket', () => {
  const site = cabledBy(1, 'plainAp')
  expect(seen(rol1, site)[0]).toMatchObject({ mend: { label: 'Move the cable to Café router port L2' } })
})

test('each by the right socket is as it should be', () => {
  expect(seen(rol1, cabledBy(1, 'innerRouter'))).toEqual([])
  expect(seen(rol1, cabledBy(3, 'plainAp'))).toEqual([])
})
