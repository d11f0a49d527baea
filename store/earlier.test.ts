import { join } from 'node:path'
import { integrityProblems } from '~/core/plan'
import type { Site } from '~/core/plan'
import { findings } from '~/core/judge/findings'
import { readSiteFile, writeSiteFile } from '~/schema/siteFile'
import { storeOn, openDatabase } from '~/store'
import { EARLIER_VERSIONS, earlierSiteFile, putEarlierDatabase } from '~/tests/kit/earlier'
import { FileFolder } from '~/tests/kit/fileFolder'

const folder = new FileFolder()
afterAll(folder.remove)

interface FlatDevice {
  id: string
  kind: string
  role: string | null
  uplink: object | null
  upnp: boolean
  licences: number
  controllerId: string | null
  bridgeMode: boolean
}

/** The devices of an earlier file, as that version had them. */
const flatDevices = (source: string) => (JSON.parse(source) as { devices: FlatDevice[] }).devices

function opened(source: string): Site {
  const read = readSiteFile(source)
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  return read.value
}

describe.each(EARLIER_VERSIONS)('what version %s wrote', (version) => {
  const source = earlierSiteFile(version)

  test('its site file opens, and every device means what it meant', () => {
    const site = opened(source)
    for (const old of flatDevices(source)) {
      const device = site.devices.find(({ id }) => id === old.id)!
      expect(device.kind).toBe(old.kind)
      if (device.router) expect(device.router).toMatchObject({ uplink: old.uplink, upnp: old.upnp })
      if (old.kind === 'router') expect(device.router?.role).toBe(old.role)
      if (old.kind === 'accessPoint')
        expect(device.adoption).toMatchObject({ controllerId: old.controllerId })
      expect(device.controller?.licences ?? 0).toBe(old.licences)
      if (old.kind === 'modem') expect(device.modem).toEqual({ bridgeMode: old.bridgeMode })
    }
    expect(flatDevices(source).map(({ kind }) => kind)).toEqual(
      expect.arrayContaining([
        'gateway',
        'router',
        'modem',
        'controller',
        'accessPoint',
        'radius',
        'station',
      ]),
    )
    expect(findings(site).length).toBeGreaterThan(0)
  })

  test('written again it is of today, and reads the same', () => {
    const site = opened(source)
    const today = writeSiteFile(site, true)
    expect(JSON.parse(today)).toMatchObject({ version: 3 })
    expect(opened(today)).toEqual(site)
  })

  test('its database opens: plan, history and bench; undo and redo go on', () => {
    const path = join(folder.path, `earlier-${version}.sqlite`)
    putEarlierDatabase(version, path)
    const db = openDatabase(path)
    const store = storeOn(db)
    const [listed] = store.sites.list()
    const id = listed!.id
    const now = () => store.sites.read(id)!
    const by = () => ({ who: 'R. Amber', base: now().revision })
    const part = () => ({
      licences: now().site.devices.find(({ kind }) => kind === 'controller')?.controller?.licences,
      upnp: now().site.devices.find(({ kind }) => kind === 'gateway')?.router?.upnp,
    })
    expect(integrityProblems(now().site)).toEqual([])
    expect(part()).toEqual({ licences: 7, upnp: false })
    expect(store.edits.step(id, 'redo', by()).ok).toBe(true)
    expect(part()).toEqual({ licences: 7, upnp: true })
    expect(store.edits.step(id, 'undo', by()).ok).toBe(true)
    expect(store.edits.step(id, 'undo', by()).ok).toBe(true)
    expect(part()).toEqual({ licences: 10, upnp: false })
    expect(integrityProblems(now().site)).toEqual([])
    expect(now().site.devices).toEqual(opened(source).devices)
    const run = store.bench.read(id)!
    // The plan as it was before the undone edits: with 7 licences.
    const inFile = opened(source).devices
    const onBench = inFile.map((device) =>
      device.controller ? { ...device, controller: { ...device.controller, licences: 7 } } : device,
    )
    expect(run.plan.devices).toEqual(onBench)
    const replan = run.actions.at(-1)?.action
    expect(replan?.kind === 'replan' && replan.site).toEqual(run.plan)
    db.close()
  })
})

test('a problem in a file of version 2 names the field as that file has it', () => {
  const spoilt = JSON.parse(earlierSiteFile('0.5.0')) as { devices: Record<string, unknown>[] }
  const at = spoilt.devices.findIndex(({ kind }) => kind === 'controller')
  spoilt.devices[at]!.licences = -1
  const read = readSiteFile(JSON.stringify(spoilt))
  expect(read.ok ? [] : read.problems.map(({ path }) => path.join('.'))).toEqual([`devices.${at}.licences`])
})

test('a part that a kind cannot have is refused by name', () => {
  const site = opened(earlierSiteFile('0.5.0'))
  const at = site.devices.findIndex(({ kind }) => kind === 'switch')
  const odd = site.devices.map((device, i) =>
    i === at ? { ...device, modem: { bridgeMode: true } } : device,
  )
  const read = readSiteFile(writeSiteFile({ ...site, devices: odd }, true))
  expect(read.ok ? [] : read.problems).toMatchObject([
    { path: ['devices', at, 'modem'], code: 'part.foreign' },
  ])
})
