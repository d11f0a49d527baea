import { demoYard, spoiltDemoYard, withDevice } from '~/tests/kit/yard'
import { newAir } from '../../plan'
import type { Site } from '../../plan'
import {
  choiceFor,
  chosenTree,
  endToEnd,
  feedsOf,
  hopBetween,
  meshOf,
  plannedHop,
  remedyFor,
  rootsOf,
  sharedAir,
  uplinkFault,
} from '.'

const yard = demoYard()
const device = (site: Site, id: string) => site.devices.find((one) => one.id === id)!
const feed = (site: Site, id: string) => feedsOf(site, 'all').get(id)!

describe('feeds', () => {
  test('the root, cables first, then radio; what is behind a radio hop counts it', () => {
    expect(rootsOf(yard).map(({ id }) => id)).toEqual(['gateway'])
    expect(feed(yard, 'ap-shop')).toMatchObject({ airHops: 0, rootId: 'gateway' })
    expect(feed(yard, 'ap-work-1').hops.map(({ kind, toId }) => `${kind} ${toId}`)).toEqual([
      'cable switch',
      'cable ap-gable',
      'air ap-work-1',
    ])
    expect(feed(yard, 'printer').airHops).toBe(1)
    expect(feed(yard, 'ap-pontoon').airHops).toBe(1)
  })

  test('a device without a way has no feed; without a gateway the modem is the root', () => {
    const cut = { ...yard, links: yard.links.filter(({ id }) => id !== 'l-switch-ap-shop') }
    expect(feedsOf(cut, 'all').has('ap-shop')).toBe(false)
    const bare = { ...yard, devices: yard.devices.filter(({ id }) => id !== 'gateway') }
    expect(rootsOf(bare).map(({ id }) => id)).toEqual(['modem'])
  })

  test('end to end: the least part decides and is named', () => {
    expect(endToEnd(yard, feed(yard, 'ap-shop')).likelyMbps).toBeCloseTo(941.5, 1)
    const work = endToEnd(yard, feed(yard, 'printer'))
    const hop = plannedHop(yard, device(yard, 'ap-work-1'))
    if (typeof hop === 'string') throw new Error(hop)
    expect(work.likelyMbps).toBeCloseTo(hop.goodput.likelyMbps, 6)
    expect(work.by).toBe('the radio link from Gable AP to Workshop AP 1')
    expect(work.lowMbps).toBeLessThan(work.likelyMbps)
    expect(work.highMbps).toBeGreaterThan(work.likelyMbps)
  })

  test('two like hops that share airtime carry half, three a third', () => {
    const hop = { goodput: { lowMbps: 60, likelyMbps: 90, highMbps: 120 }, mode: null }
    expect(sharedAir([hop]).likely).toBe(90)
    expect(sharedAir([hop, hop]).likely).toBeCloseTo(45, 9)
    expect(sharedAir([hop, hop, hop]).low).toBeCloseTo(20, 9)
  })

  test('mains carry what the user says, and for want of a word the usual range', () => {
    const mains = (statedMbps: [number, number] | null) => ({
      ...yard,
      links: yard.links.map((link) =>
        link.id === 'l-switch-ap-shop' ? { ...link, category: 'mains' as const, statedMbps } : link,
      ),
    })
    const rate = (site: Site) => endToEnd(site, feed(site, 'ap-shop'))
    expect(rate(mains([40, 80]))).toMatchObject({ lowMbps: 40, likelyMbps: 60, highMbps: 80 })
    expect(rate(mains(null))).toMatchObject({ lowMbps: 10, highMbps: 90 })
  })
})

describe('a hop that carries nothing', () => {
  const far = withDevice(yard, 'ap-work-1', {
    position: { ...device(yard, 'ap-work-1').position!, at: [9000, 9000] },
  })
  test('is no way: the device and all behind it are dark, everywhere alike', () => {
    expect(feedsOf(far, 'all').has('ap-work-1')).toBe(false)
    expect(feedsOf(far, 'all').has('printer')).toBe(false)
    expect(choiceFor(far, device(far, 'ap-work-1')).ways.some(({ isPlanned }) => isPlanned)).toBe(false)
  })
  test('but one that cannot be worked out yet, for want of a place, may be one', () => {
    const nowhere = withDevice(yard, 'ap-work-1', { position: null })
    expect(feedsOf(nowhere, 'all').has('printer')).toBe(true)
    expect(endToEnd(nowhere, feed(nowhere, 'printer'))).toMatchObject({
      likelyMbps: 0,
      by: expect.stringContaining('no place'),
    })
  })
  test('a planned hop follows the walls: nothing old is kept when they change', () => {
    const dbm = (site: Site) => {
      const hop = plannedHop(site, device(site, 'ap-work-1'))
      return typeof hop === 'string' ? NaN : hop.weakerDbm
    }
    const open = { ...yard, walls: yard.walls.filter(({ id }) => id !== 'w-ws') }
    const before = dbm(yard)
    expect(dbm(open)).toBeGreaterThan(before)
    expect(dbm(yard)).toBe(before)
    expect(dbm({ ...yard, notes: 'other words' })).toBe(before)
  })
})

describe('one radio hop', () => {
  test('both ways, in dBm and percent, and the weaker decides', () => {
    const hop = plannedHop(yard, device(yard, 'ap-work-1'))
    if (typeof hop === 'string') throw new Error(hop)
    expect(hop.weakerDbm).toBe(Math.min(hop.downDbm, hop.upDbm))
    expect(hop.percent).toBeCloseTo(2 * (hop.weakerDbm + 100), 9)
    expect(hop.snrDb).toBeCloseTo(hop.weakerDbm - hop.noiseDbm, 9)
    expect(hop.widthMhz).toBe(40)
    expect(hop.crossings.some(({ name }) => name.startsWith('glass'))).toBe(true)
  })

  test('what is missing is said in words: no radio, a radio off, no place', () => {
    const hop = (site: Site) => hopBetween(site, device(site, 'ap-gable'), device(site, 'ap-work-1'), '6')
    expect(hop(yard)).toBe('Gable AP has no radio at 6 GHz.')
    const radios = device(yard, 'ap-work-1').radios.map((radio) => ({
      ...radio,
      enabled: radio.band !== '5',
    }))
    const off = withDevice(yard, 'ap-work-1', { radios })
    expect(plannedHop(off, device(off, 'ap-work-1'))).toBe('The 5 GHz radio of Workshop AP 1 is off.')
    const nowhere = withDevice(yard, 'ap-work-1', { position: null })
    expect(plannedHop(nowhere, device(nowhere, 'ap-work-1'))).toContain('no place on the ground')
  })
})

describe('parents', () => {
  test('the demo’s workshop has its uplink to the gable, proven best', () => {
    const tree = chosenTree(yard, meshOf(yard, 'all'))
    expect(tree.tree.proven).toBe(true)
    expect(tree.nodes.map(({ child, parent }) => [child.id, parent?.id])).toEqual([['ap-work-1', 'ap-gable']])
    expect(tree.worstMbps).toBe(tree.boundWorstMbps)
  })

  test('nodes without any cable find parents among themselves, and pins are kept', () => {
    const loose = ['ap-gate', 'ap-cafe', 'ap-hard']
    const links = yard.links.filter(({ b }) => !loose.includes(b.deviceId))
    const mesh = (site: Site) => chosenTree(site, meshOf(site, 'all'))
    const free = mesh({ ...yard, links })
    expect(free.nodes.map(({ child }) => child.id).sort()).toEqual([
      'ap-cafe',
      'ap-gate',
      'ap-hard',
      'ap-work-1',
    ])
    expect(free.nodes.every(({ parent }) => parent !== null)).toBe(true)
    const pinned = (parent: string) =>
      mesh(withDevice({ ...yard, links }, 'ap-gate', { air: newAir(parent, { pinned: true }) })).nodes.find(
        ({ child }) => child.id === 'ap-gate',
      )
    expect(pinned('ap-cafe')?.parent?.id).toBe('ap-cafe')
    expect(pinned('ap-gable')).toMatchObject({
      parent: null,
      remedy: expect.stringContaining('pinned to Gable AP'),
    })
  })

  test('behind a root that has its uplink by mesh itself: its hop counts, and its air is used once more', () => {
    const links = yard.links.filter(({ b }) => b.deviceId !== 'ap-work-2')
    const site = withDevice({ ...yard, links }, 'ap-work-2', { air: newAir('ap-work-1', { pinned: true }) })
    const { nodes, tree } = chosenTree(site, meshOf(site, 'all'))
    const second = nodes.find(({ child }) => child.id === 'ap-work-2')!
    expect(second).toMatchObject({ hops: 2, parent: { id: 'ap-work-1' } })
    const first = nodes.find(({ child }) => child.id === 'ap-work-1')!
    expect(second.mbps).toBeLessThan(first.mbps)
    expect(tree.proven).toBe(true)
    // A node on the far side of the bridge gets no more than the bridge carries.
    const hut = withDevice({ ...yard, links }, 'ap-work-2', {
      air: newAir('ap-pontoon', { pinned: true }),
      position: { ...device(yard, 'ap-pontoon').position!, at: [124, 38], antennaId: null },
    })
    const far = chosenTree(hut, meshOf(hut, 'all')).nodes.find(({ child }) => child.id === 'ap-work-2')!
    expect(far.mbps).toBeLessThanOrEqual(endToEnd(hut, feedsOf(hut, 'all').get('ap-pontoon')!).likelyMbps)
  })

  test('a node that nothing reaches: said, with the nearest remedy', () => {
    const far = withDevice(
      { ...yard, links: yard.links.filter(({ b }) => b.deviceId !== 'ap-hard') },
      'ap-hard',
      { position: { ...device(yard, 'ap-hard').position!, at: [9000, 9000] } },
    )
    const node = chosenTree(far, meshOf(far, 'all')).nodes.find(({ child }) => child.id === 'ap-hard')
    expect(node?.parent).toBeNull()
    expect(node?.remedy).toMatch(/dB are missing. Put a node half way/)
    const dumb = withDevice(far, 'ap-hard', { radios: [] })
    expect(remedyFor(dumb, device(dumb, 'ap-hard'))).toContain('has no radio that is on')
  })
})

describe('the choice', () => {
  test('wired wins, and the sentence says what comes next', () => {
    const { best, says } = choiceFor(yard, device(yard, 'ap-shop'))
    expect(best).toMatchObject({ kind: 'cable', isPlanned: true, takesPercentPer10: 0 })
    expect(says).toMatch(/941 Mbit\/s, and it takes nobody’s airtime. Next comes Mesh/)
  })

  test('a stated reason beats it; without one the cable is the advice where it can run', () => {
    const work = device(yard, 'ap-work-1')
    expect(choiceFor(yard, work).best).toMatchObject({ kind: 'mesh', isPlanned: true, parentId: 'ap-gable' })
    expect(choiceFor(yard, work).says).toContain('because: The steel sliding door')
    const mute = withDevice(yard, 'ap-work-1', { air: { ...work.air!, reason: '' } })
    const { best, says } = choiceFor(mute, device(mute, 'ap-work-1'))
    expect(best).toMatchObject({ kind: 'cable', isPlanned: false })
    expect(best!.money).toBeCloseTo(best!.metres * (1.5 + 0.06 * 55), 6)
    expect(says).toContain('The plan has Mesh, uplink to Gable AP')
  })

  test('over the creek no cable can run, and the bridge stays', () => {
    const hut = device(yard, 'bridge-hut')
    const { ways, best } = choiceFor(yard, hut)
    expect(best).toMatchObject({ kind: 'bridge', isPlanned: true })
    expect(ways.filter(({ kind }) => kind === 'cable').every(({ cannot }) => cannot !== null)).toBe(true)
  })

  test('what is connected behind a device is no way to feed it', () => {
    const { ways } = choiceFor(yard, device(yard, 'ap-work-1'))
    expect(ways.map(({ parentId }) => parentId)).not.toContain('sw-shed')
  })
})

test('the demo as it comes: what depends on an uplink that never registers has no way', () => {
  const lost = (site: Site) => {
    const feeds = feedsOf(site, 'all')
    return site.devices.filter(({ id, kind }) => kind === 'accessPoint' && !feeds.has(id)).map(({ id }) => id)
  }
  expect(lost(yard)).toEqual([])
  expect(lost(spoiltDemoYard())).toEqual(['ap-work-1', 'ap-work-2', 'ap-paint', 'ap-pontoon'])
})

test('why it never registers is a sentence: abbreviations keep their capitals', () =>
  expect(uplinkFault(spoiltDemoYard(), 'bridge-hut')).toMatch(
    /^Pontoon bridge end never registers at Quay bridge end by radio: SSID is TQ-pontoon-link at one end/,
  ))
