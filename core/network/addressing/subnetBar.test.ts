import { withManagement, withNetwork, yard } from '~/tests/kit/yard'
import { subnetBar } from './subnetBar'

const bar = (site = yard(), id = 'gear') =>
  subnetBar(
    site,
    site.networks.find((one) => one.id === id)!,
  )!

test('every usable address is in one span, in order, and none twice', () => {
  for (const { id } of yard().networks) {
    const { spans, subnet, counts } = bar(yard(), id)
    expect(spans.reduce((sum, { count }) => sum + count, 0)).toBe(subnet.usable)
    expect(Object.values(counts).reduce((sum, count) => sum + count, 0)).toBe(subnet.usable)
    spans.slice(1).forEach((span, i) => expect(span.kind).not.toBe(spans[i]!.kind))
  }
})

test('gateway, fixed addresses, the pool, and what is left', () => {
  expect(bar().spans).toEqual([
    { kind: 'gateway', from: '172.27.12.1', to: '172.27.12.1', count: 1 },
    { kind: 'fixed', from: '172.27.12.2', to: '172.27.12.3', count: 2 },
    { kind: 'free', from: '172.27.12.4', to: '172.27.12.99', count: 96 },
    { kind: 'pool', from: '172.27.12.100', to: '172.27.12.199', count: 100 },
    { kind: 'free', from: '172.27.12.200', to: '172.27.12.254', count: 55 },
  ])
})

test('a fixed address inside the pool cuts it', () => {
  const site = withManagement(yard(), 'controller', { ip: '172.27.12.120' })
  expect(bar(site).spans.map(({ kind, count }) => `${kind} ${count}`)).toEqual([
    'gateway 1',
    'fixed 1',
    'free 97',
    'pool 20',
    'fixed 1',
    'pool 79',
    'free 55',
  ])
})

test('a pool that lies outside or upside down, and a subnet that does not read', () => {
  const outside = withNetwork(yard(), 'gear', { pool: { start: '10.0.0.1', end: '10.0.0.9' } })
  expect(bar(outside).counts.pool).toBe(0)
  const reversed = withNetwork(yard(), 'gear', { pool: { start: '172.27.12.50', end: '172.27.12.40' } })
  expect(bar(reversed).counts.pool).toBe(0)
  const site = withNetwork(yard(), 'gear', { subnet: 'nonsense' })
  expect(subnetBar(site, site.networks[0]!)).toBeNull()
})
