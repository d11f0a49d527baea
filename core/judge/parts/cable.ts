import { grouped } from '../../lib/grouped'
import { deviceOf } from '../../plan'
import type { CableCategory, Link, Site } from '../../plan'
import { byRule } from './count'
import { broughtGear, isOutside } from './gear'
import type { Need } from './types'

/** Ready-made cords, m; what is longer than a cord of the drawer is laid. Common practice, no source. */
export const CORD_LENGTHS_M = [0.5, 1, 2, 3] as const
const LONGEST_CORD_M = Math.max(...CORD_LENGTHS_M)

/** What is laid and has its ends made on site; otherwise a cord out of the drawer, or house wiring that is there. */
export const isLaid = ({ category, lengthM }: Link): boolean =>
  category !== 'mains' && lengthM > LONGEST_CORD_M
/** Of cords and plugs one more for every ten, and at least one. Common practice, no source. */
const withSpare = (count: number): number => count + Math.ceil(count / 10)
/** From an outlet to the device. Common practice, no source. */
const OUTLET_CORD_M = 2
/** From the injector to the switch or the wall. Common practice, no source. */
const INJECTOR_CORD_M = 1

export const CATEGORY_NAME: Record<CableCategory, string> = {
  cat5e: 'Cat 5e',
  cat6: 'Cat 6',
  cat6a: 'Cat 6A',
  fibre: 'fibre',
  mains: 'mains',
}

interface Cable {
  link: Link
  says: string
  isLaid: boolean
  /** How many of its ends are under the open sky. */
  outsideEnds: number
}

/** Every cable that is bought: house wiring is there already. */
const cablesOf = (site: Site): Cable[] =>
  site.links
    .filter(({ category }) => category !== 'mains')
    .map((link) => {
      const ends = [link.a, link.b].map(({ deviceId }) => deviceOf(site, deviceId))
      return {
        link,
        says: ends.map((end) => end?.name ?? 'a device that is gone').join(' to '),
        isLaid: isLaid(link),
        outsideEnds: ends.filter((end) => end && isOutside(site, end)).length,
      }
    })

/** Cable by the metre, cords by length, what goes on the ends, and labels. */
export function cableNeeds(site: Site): Need[] {
  const all = cablesOf(site)
  const laid = all.filter(({ isLaid }) => isLaid)
  return [
    ...laidNeeds(site, laid),
    ...outsideNeeds(laid),
    ...cordNeeds(
      site,
      all.filter(({ isLaid }) => !isLaid),
      laid,
    ),
    ...endNeeds(site, laid),
    ...labelNeeds(site, all),
  ]
}

const sortOf = ({ link, outsideEnds }: Cable): string =>
  `${link.category}${outsideEnds > 0 && link.category !== 'fibre' ? ' outdoors' : ''}`

function laidNeeds({ partsRules: { wastePercent, reelM } }: Site, laid: readonly Cable[]): Need[] {
  return [...grouped(laid, sortOf)].flatMap(([sort, list]) => {
    const [first] = list
    if (!first) return []
    const measuredM = list.reduce((sum, { link }) => sum + link.lengthM, 0)
    const count = Math.ceil(measuredM * (1 + wastePercent / 100) - 1e-9)
    const reels = Math.ceil(count / reelM)
    return [
      byRule(
        {
          key: `cable ${sort}`,
          group: 'cable',
          name: `Cable ${CATEGORY_NAME[first.link.category]}${sort.endsWith('outdoors') ? ', for outdoors' : ''}`,
          unit: 'm',
          count,
          note: `${reels} ${reels === 1 ? 'reel' : 'reels'} of ${reelM} m${sort.endsWith('outdoors') ? '; drip loop at each entry' : ''}`,
        },
        'Σ lengths × (1 + waste), rounded up',
        [
          ...list.map(({ says, link }) => ({ name: says, value: `${link.lengthM} m` })),
          { name: 'Σ lengths', value: `${Number(measuredM.toFixed(1))} m` },
          { name: 'waste', value: `${wastePercent} %` },
        ],
      ),
    ]
  })
}

/** Copper that goes out of doors gets a gland at each end outside, and an arrester where it enters. Local codes decide. */
function outsideNeeds(laid: readonly Cable[]): Need[] {
  const outside = laid.filter(({ outsideEnds, link }) => outsideEnds > 0 && link.category !== 'fibre')
  if (outside.length === 0) return []
  const ends = outside.reduce((sum, { outsideEnds }) => sum + outsideEnds, 0)
  const inputs = outside.map(({ says, outsideEnds }) => ({ name: says, value: String(outsideEnds) }))
  return [
    byRule(
      { key: 'gland', group: 'cable', name: 'Cable gland for an enclosure outdoors', count: ends },
      'one for each end outdoors',
      inputs,
    ),
    byRule(
      {
        key: 'arrester',
        group: 'cable',
        name: 'Surge arrester for a data cable',
        count: outside.length,
        note: 'Whether, where and how it is bonded is for the local code and a licensed person to say.',
      },
      'one for each copper cable that goes outdoors',
      outside.map(({ says }) => ({ name: says, value: '1' })),
    ),
  ]
}

function cordNeeds(site: Site, cords: readonly Cable[], laid: readonly Cable[]): Need[] {
  const wanted = [
    ...cords.map(({ link, says }) => ({
      category: link.category,
      lengthM: CORD_LENGTHS_M.find((length) => length >= link.lengthM) ?? LONGEST_CORD_M,
      says,
    })),
    ...(site.partsRules.ends === 'outlets'
      ? laid
          .filter(({ link }) => link.category !== 'fibre')
          .flatMap(({ link, says }) =>
            [1, 2].map((end) => ({
              category: link.category,
              lengthM: OUTLET_CORD_M,
              says: `${says}, end ${end}`,
            })),
          )
      : []),
    ...injectorCords(site),
  ]
  return [...grouped(wanted, ({ category, lengthM }) => `${category} ${lengthM}`)].flatMap(([sort, list]) => {
    const [first] = list
    if (!first) return []
    return [
      byRule(
        {
          key: `cord ${sort}`,
          group: 'ends',
          name: `Patch cord ${CATEGORY_NAME[first.category]}, ${first.lengthM} m`,
          count: withSpare(list.length),
        },
        'one for each, and one spare for every ten or part of it',
        [
          ...list.map(({ says }) => ({ name: says, value: '1' })),
          { name: 'spare', value: String(withSpare(list.length) - list.length) },
        ],
      ),
    ]
  })
}

/** An injector stands between: its data side wants a cord of its own. */
const injectorCords = (site: Site) =>
  broughtGear(site)
    .filter(
      ({ id, powerSource }) =>
        powerSource === 'injector' && site.links.some(({ a, b }) => a.deviceId === id || b.deviceId === id),
    )
    .map(({ name }) => ({
      category: 'cat6' as const,
      lengthM: INJECTOR_CORD_M,
      says: `injector of ${name}`,
    }))

function endNeeds({ partsRules: { ends } }: Site, laid: readonly Cable[]): Need[] {
  return [...grouped(laid, ({ link }) => link.category)].flatMap(([category, list]) => {
    const each = category === 'fibre' ? 4 : 2
    const bare = each * list.length
    const noun = category === 'fibre' ? 'Fibre connector' : ends === 'plugs' ? 'Plug' : 'Outlet'
    return [
      byRule(
        {
          key: `${category === 'fibre' ? 'plugs' : ends} ${category}`,
          group: 'ends',
          name: category === 'fibre' ? noun : `${noun} ${CATEGORY_NAME[category]}`,
          count: withSpare(bare),
          note:
            category === 'fibre'
              ? 'Ask for the sort that the transceivers take; transceivers are not counted.'
              : '',
        },
        `${each} for each laid cable, and one spare for every ten or part of it`,
        [
          { name: 'laid cables', value: String(list.length) },
          { name: 'spare', value: String(withSpare(bare) - bare) },
        ],
      ),
    ]
  })
}

function labelNeeds(site: Site, all: readonly Cable[]): Need[] {
  const gear = broughtGear(site).length
  const count = gear + 2 * all.length
  if (count === 0) return []
  return [
    byRule(
      { key: 'labels', group: 'ends', name: 'Labels', count, note: 'Printed from Handover.' },
      'one for each device, one for each end of a cable',
      [
        { name: 'devices', value: String(gear) },
        { name: 'cables', value: String(all.length) },
      ],
    ),
  ]
}
