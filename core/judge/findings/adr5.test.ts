import { expectMended, seen, withManagement, withNetwork, yard } from '~/tests/kit/yard'
import { adr5 } from './adr5'

test('a network without a gateway gets the first free address', () => {
  const mended = expectMended(adr5, withNetwork(yard(), 'crew', { gateway: null }))
  expect(mended.networks.find(({ id }) => id === 'crew')?.gateway).toBe('172.27.24.1')
})

test('a gateway outside the subnet stops the work', () => {
  const site = withNetwork(yard(), 'crew', { gateway: '172.27.25.1' })
  expect(seen(adr5, site)[0]?.severity).toBe('stop')
})

test('a device with a wrong mask and gateway follows its network', () => {
  const site = withManagement(yard(), 'switch', { prefixLength: 16, gateway: '172.27.12.9' })
  expect(seen(adr5, site)[0]?.says).toContain('mask /16')
  expectMended(adr5, site)
})

test('a network that nobody routes or serves needs no gateway', () => {
  expect(seen(adr5, withNetwork(yard(), 'crew', { gateway: null, routedBy: null, servedBy: null }))).toEqual(
    [],
  )
})
