import { boatyard } from '~/tests/kit/yard'
import { filtered } from './deviceFilter'

const names = (text: string, only: Parameters<typeof filtered>[2]['only'] = 'all') =>
  filtered(boatyard(), boatyard().devices, { text, only }, new Set(['radius'])).map(({ id }) => id)

test('by name, place, address, or what is plugged in', () => {
  expect(names('workshop ap')).toEqual(['sw-shed', 'ap-work-1', 'ap-work-2'])
  expect(names('pontoon hut')).toEqual(['ap-pontoon'])
  expect(names('172.27.12.6')).toEqual(['radius'])
  expect(names('nothing of the kind')).toEqual([])
})

test('by findings, free sockets, VLAN, and both ways together', () => {
  expect(names('', 'findings')).toEqual(['radius'])
  expect(names('', 'free')).toContain('switch')
  expect(names('', 'free')).not.toContain('sw-gate')
  expect(names('switch', 'vlan:72')).toEqual(['cafe-router'])
})
