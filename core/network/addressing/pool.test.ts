import { spoiltYard, yard } from '~/tests/kit/yard'
import { distinctFixedAddresses } from './fixed'
import {
  freeFixedAddress,
  inPool,
  largestFreePool,
  poolFrom,
  poolProblems,
  poolSize,
  poolsOverlap,
} from './pool'
import { parseSubnet } from './subnet'
import { suggestNetwork } from './suggestNetwork'

const parsed = parseSubnet('10.64.8.0/24')
if (!parsed.ok) throw new Error()
const subnet = parsed.value

test('both ends count', () => {
  expect(poolSize({ start: '10.64.8.10', end: '10.64.8.10' })).toBe(1)
  expect(poolSize({ start: '10.64.8.250', end: '10.64.9.5' })).toBe(12)
  expect(poolSize({ start: '10.64.8.10', end: '10.64.8.9' })).toBe(0)
})

test('start and count give the end', () => {
  expect(poolFrom('10.64.8.250', 12)).toEqual({ start: '10.64.8.250', end: '10.64.9.5' })
  expect(poolSize(poolFrom('10.64.8.10', 100))).toBe(100)
})

test.each([
  ['reversed', '10.64.8.90', '10.64.8.10', null, 'pool.end', 'runs backwards'],
  ['before the subnet', '10.64.7.10', '10.64.8.90', null, 'pool.start', 'Accepted: 10.64.8.1 to 10.64.8.254'],
  ['with the broadcast address', '10.64.8.10', '10.64.8.255', null, 'pool.end', 'not a host address'],
  ['over the gateway', '10.64.8.1', '10.64.8.90', '10.64.8.1', 'pool.start', 'contains the gateway'],
])('a pool %s', (_name, start, end, gateway, path, words) => {
  const [problem] = poolProblems({ start, end }, subnet, gateway)
  expect(problem?.path.join('.')).toBe(path)
  expect(problem?.message).toContain(words)
})

test('a pool just beside the gateway is right', () => {
  expect(poolProblems({ start: '10.64.8.2', end: '10.64.8.254' }, subnet, '10.64.8.1')).toEqual([])
})

test('the largest free run keeps clear of what is taken', () => {
  expect(largestFreePool(subnet, ['10.64.8.1', '10.64.8.100', '10.9.9.9'])).toEqual({
    start: '10.64.8.101',
    end: '10.64.8.254',
  })
  const tiny = parseSubnet('10.64.8.0/30')
  expect(tiny.ok && largestFreePool(tiny.value, ['10.64.8.1', '10.64.8.2'])).toBeNull()
})

test('a fixed address is found outside the pool, or none', () => {
  const pool = { start: '10.64.8.2', end: '10.64.8.254' }
  expect(freeFixedAddress(subnet, { pool }, [])).toBe('10.64.8.1')
  expect(freeFixedAddress(subnet, { pool }, ['10.64.8.1'])).toBeNull()
})

test('pools that touch by one address overlap', () => {
  expect(poolsOverlap(poolFrom('10.0.0.1', 5), poolFrom('10.0.0.5', 5))).toBe(true)
  expect(poolsOverlap(poolFrom('10.0.0.1', 4), poolFrom('10.0.0.5', 5))).toBe(false)
  expect(inPool(poolFrom('10.0.0.1', 4), '10.0.0.5')).toBe(false)
})

test('the gateway’s own management address is listed once', () => {
  expect(distinctFixedAddresses(yard()).map(({ ip }) => ip)).toEqual([
    '172.27.12.1',
    '172.27.12.2',
    '172.27.12.3',
    '172.27.24.1',
    '172.27.36.1',
    '172.27.48.1',
    '172.27.60.1',
  ])
  expect(distinctFixedAddresses(spoiltYard()).map(({ ip }) => ip)).toContain('172.27.12.120')
})

test('a suggested network clashes with none, has a pool inside it, and is routed', () => {
  const network = suggestNetwork(yard(), 'n1')
  expect(network).toMatchObject({
    vlanId: 70,
    subnet: '172.28.70.0/24',
    gateway: '172.28.70.1',
    routedBy: 'gateway',
  })
  expect(network.pool).toEqual({ start: '172.28.70.50', end: '172.28.70.254' })
})
