import { fieldWords } from './fieldWords'

test.each([
  ['speedMbps', 'speed, Mbit/s'],
  ['taggedVlans', 'tagged VLANs'],
  ['nativeVlan', 'native VLAN'],
  ['poe', 'PoE'],
  ['lengthM', 'length, m'],
  ['leastSignalDbm', 'least signal, dBm'],
  ['name', 'name'],
  ['networkId', 'network ID'],
])('%s is “%s”', (field, words) => {
  expect(fieldWords(field)).toBe(words)
})
