import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { deviceFiles } from '~/core/formats'
import type { DeviceFile } from '~/core/formats'
import type { Site } from '~/core/site'
import { boatyard, spoiltBoatyard, spoiltYard, withNetwork, yard } from '../kit/yard'
import { ran, testWith } from '../real/programs'

/** Every generated file goes past the program that will read it: `dnsmasq --test`, `nft -c -f`, `sh -n`. */
const SITES: [string, () => Site][] = [
  ['the boatyard', boatyard],
  ['the boatyard with its mistakes', spoiltBoatyard],
  ['the chandlery', yard],
  ['the chandlery with its mistakes', spoiltYard],
  ['a relayed network', () => withNetwork(boatyard(), 'tills', { servedBy: 'controller', relayed: true })],
  [
    'no name server and no gateway',
    () => withNetwork(boatyard(), 'crew', { nameServers: [], gateway: null }),
  ],
  [
    'names that would break a file',
    () => ({
      ...boatyard(),
      devices: boatyard().devices.map((device) => ({ ...device, name: `"; drop }\n${device.name}` })),
    }),
  ],
]

const filesOf = (site: Site, ending: string): DeviceFile[] =>
  site.devices.flatMap((device) => deviceFiles(site, device, true)).filter(({ id }) => id.endsWith(ending))

function checkAll(ending: string, command: string, args: (file: string) => string[]): void {
  const folder = mkdtempSync(join(tmpdir(), 'yard-files-'))
  try {
    for (const [name, make] of SITES) {
      const files = filesOf(make(), ending)
      expect(files.length).toBeGreaterThan(0)
      for (const { id, text } of files) {
        const path = join(folder, 'file')
        writeFileSync(path, text)
        const { ok, out } = ran(command, args(path))
        expect({ name, id, ok, out: ok ? '' : out }).toEqual({ name, id, ok: true, out: '' })
      }
    }
  } finally {
    rmSync(folder, { recursive: true })
  }
}

testWith(['dnsmasq'])('dnsmasq takes every address service', () =>
  checkAll('.dnsmasq', 'dnsmasq', (file) => ['--test', `--conf-file=${file}`]),
)

testWith(['nft'])('nft takes every ruleset', () => checkAll('.nft', 'nft', (file) => ['-c', '-f', file]))

test('the shell takes every list of bridge commands', () => checkAll('.bridge', 'sh', (file) => ['-n', file]))

testWith(['dnsmasq'])('the check itself can fail', () => {
  const folder = mkdtempSync(join(tmpdir(), 'yard-files-'))
  const path = join(folder, 'bad')
  writeFileSync(path, 'dhcp-range=nonsense\n')
  expect(ran('dnsmasq', ['--test', `--conf-file=${path}`]).ok).toBe(false)
  rmSync(folder, { recursive: true })
})
