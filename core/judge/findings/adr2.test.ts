import { NEW_CLUSTER } from '../../plan'
import { expectMended, seen, withDevice, withManagement, withNetwork, yard } from '~/tests/kit/yard'
import { adr2 } from './adr2'

test('a controller inside the pool moves out of it', () => {
  const site = withManagement(yard(), 'controller', { ip: '172.27.12.120' })
  expect(seen(adr2, site)[0]?.says).toBe(
    'Yard controller has 172.27.12.120 (management), inside the pool 172.27.12.100 to 172.27.12.199 of Yard gear.',
  )
  const mended = expectMended(adr2, site)
  expect(mended.devices.find(({ id }) => id === 'controller')?.management.ip).toBe('172.27.12.3')
})

test('a pool that swallows the gateway gives way to it', () => {
  const site = withNetwork(yard(), 'crew', { pool: { start: '172.27.24.1', end: '172.27.24.249' } })
  const mended = expectMended(adr2, site)
  expect(mended.networks.find(({ id }) => id === 'crew')?.gateway).toBe('172.27.24.1')
})

test.each(['172.27.12.99', '172.27.12.200'])('%s, beside the pool, is no mistake', (ip) => {
  expect(seen(adr2, withManagement(yard(), 'controller', { ip }))).toEqual([])
})

test('the shared address of a cluster inside a pool stops the work', () => {
  const site = withDevice(yard(), 'ap-shop', {
    cluster: { ...NEW_CLUSTER, name: 'yard', sharedIp: '172.27.12.150' },
  })
  expect(seen(adr2, site)).toEqual([
    expect.objectContaining({ severity: 'stop', says: expect.stringMatching(/shared address/) as string }),
  ])
})
