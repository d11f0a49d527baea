import { plural } from '../../lib/plural'
import { isOnAir, networkOf, profileOf, typeOf } from '../../plan'
import type { Device, SecurityMode, Site } from '../../plan'
import { cautionsOf } from '../cautions/cautions'
import type { Cell, Section, Signature } from '../doc'
import type { RecordFacts } from '../facts'
import { SIGNING_ROLES } from '../signing'
import { costOfAll, GROUP_NAME, partsList } from '../parts/list'
import { known, networkCell, soft, strong, table } from './cells'

/** How one joins, in plain words. */
const HOW: Record<SecurityMode, string> = {
  open: 'Choose the name. No key is asked for.',
  wep: 'Choose the name and type the key from its card.',
  'wpa-tkip': 'Choose the name and type the key from its card.',
  'wpa-wpa2': 'Choose the name and type the key from its card.',
  'wpa2-aes': 'Choose the name and type the key from its card.',
  'wpa2-wpa3': 'Choose the name and type the key from its card.',
  'wpa3-sae': 'Choose the name and type the key from its card.',
  'wpa2-enterprise': 'Choose the name, then enterprise; type the user name and password that you were given.',
  'wpa3-enterprise': 'Choose the name, then enterprise; type the user name and password that you were given.',
}

/** The customer's first page: what there is to join, how, and whom to call. */
export function joinSection(site: Site): Section {
  const shown = site.ssids.filter(({ hidden }) => !hidden)
  return {
    id: 'join',
    title: 'To add a device',
    blocks: [
      table(
        [
          { title: 'Name to choose', share: 2 },
          { title: 'For', share: 2 },
          { title: 'How', share: 4 },
          { title: 'On the air', share: 1.4 },
        ],
        shown.map((ssid): Cell[] => {
          const profile = profileOf(site, ssid)
          return [
            strong(ssid.name),
            networkOf(site, ssid.networkId) ? networkCell(site, ssid.networkId) : soft('–'),
            profile ? HOW[profile.mode] : soft('It has no security profile yet.'),
            ssid.schedule === 'always' ? 'always' : 'when it is switched on',
          ]
        }),
        'Nothing is on the air.',
      ),
      {
        kind: 'list',
        items: [
          'Keys stand on the join cards, which you keep apart from this record. Point a phone’s camera at the card’s code, or type the key: capitals count.',
          'A device that was near another access point may hold on to it for 30 to 60 seconds. Wait, or switch its radio off and on.',
          'A device with a cable is plugged into a socket that its label names, and no other.',
          'Nothing that is plugged together here is to be moved to another socket: each is set for what is in it.',
        ],
      },
    ],
  }
}

/** Whom to call, as the installer has put it down. */
export const contactSection = ({ contact }: Site): Section => ({
  id: 'contact',
  title: 'Whom to call',
  blocks: [
    contact
      ? { kind: 'text', text: contact, tone: 'strong' }
      : { kind: 'text', text: 'Nobody is named yet: ________________________________', tone: 'soft' },
    {
      kind: 'text',
      text: 'Before you call: is there power at the device, is its cable in, and which lights show? Say what its label says.',
    },
  ],
})

/** What the lights mean, of the types that are there. */
export function lightSection(site: Site): Section {
  const types = site.deviceTypes.filter(
    ({ id, leds }) => leds.length > 0 && site.devices.some(({ typeId }) => typeId === id),
  )
  const rows = types.flatMap((type) =>
    type.leds.map(({ led, colour, pattern, means }): Cell[] => [
      strong(namesOfType(site, type.id)),
      led,
      pattern === 'dark' ? 'dark' : `${colour}, ${PATTERN[pattern]}`,
      means.join(', '),
    ]),
  )
  return {
    id: 'lights',
    title: 'What the lights mean',
    blocks: [
      ...(rows.length === 0
        ? [
            {
              kind: 'text' as const,
              text: 'Usually: a steady light is well; no light at all is no power; power without status is no way to the controller. The makers’ sheets of your gear have the last word.',
            },
          ]
        : []),
      ...(rows.length > 0
        ? [
            table(
              [
                { title: 'On', share: 3 },
                { title: 'Light', share: 1.2 },
                { title: 'Shows', share: 1.8 },
                { title: 'Means', share: 3 },
              ],
              rows,
              '',
            ),
          ]
        : []),
    ],
  }
}

const PATTERN = {
  dark: 'dark',
  steady: 'steady',
  slow: 'blinking slowly',
  quick: 'blinking quickly',
} as const
const MOST_NAMED = 4

function namesOfType(site: Site, typeId: string): string {
  const all = site.devices.filter((device) => device.typeId === typeId).map(({ name }) => name)
  const more = all.length - MOST_NAMED
  return more > 0 ? `${all.slice(0, MOST_NAMED).join(', ')} and ${more} more` : all.join(', ')
}

/** Where everything is, for those who live with it. */
export const placeSection = (site: Site): Section => ({
  id: 'places',
  title: 'What stands where',
  blocks: [
    table(
      [
        { title: 'Device', share: 2 },
        { title: 'Place', share: 3 },
        { title: 'What it is', share: 2.4 },
        { title: 'Serial', share: 1.6, isCode: true },
      ],
      site.devices
        .filter(({ station }) => station === null)
        .map((device) => [
          strong(device.name),
          known(device.place),
          plainNoun(site, device),
          known(device.serial),
        ]),
      'Nothing is planned.',
    ),
  ],
})

const plainNoun = (site: Site, device: Device): string =>
  isOnAir(device) && device.router === null ? 'access point' : (typeOf(site, device)?.name ?? device.kind)

export const cautionSection = (site: Site): Section => ({
  id: 'cautions',
  title: 'Cautions',
  blocks: [
    table(
      [
        { title: 'About', share: 1.4 },
        { title: 'Mind', share: 4.6 },
        { title: 'Where', share: 3 },
      ],
      cautionsOf(site).map(({ about, says, deviceNames }) => [
        { text: about, tone: 'caution' as const },
        says,
        deviceNames.join(', ') || soft('everywhere'),
      ]),
      '',
    ),
    {
      kind: 'text',
      text: 'Local codes and licensed people come before every line of this record.',
      tone: 'strong',
    },
  ],
})

/** What was bought and brought. */
export function partsSection({ site, ticks }: RecordFacts): Section {
  const rows = partsList(site, ticks)
  const { sum, without } = costOfAll(rows)
  const { currency } = site.backhaul.rates
  const said = (count: number, unit: string) => `${count}${unit === 'm' ? ' m' : ''}`
  return {
    id: 'parts',
    title: 'Parts',
    blocks: [
      table(
        [
          { title: 'Group', share: 1.4 },
          { title: 'Part', share: 4 },
          { title: 'Needed', share: 0.9, align: 'right' },
          { title: 'In cartons', share: 0.9, align: 'right' },
          { title: 'To get', share: 0.9, align: 'right' },
          { title: 'Packed', share: 0.9, align: 'right' },
          { title: 'Cost', share: 1, align: 'right' },
          { title: 'Note', share: 2.8 },
        ],
        rows.map((row) => [
          soft(GROUP_NAME[row.group]),
          row.name,
          said(row.needed, row.unit),
          row.inCartons ? said(row.inCartons, row.unit) : '',
          said(row.toGet, row.unit),
          row.ticks.packed ? said(row.ticks.packed.count, row.unit) : '',
          row.cost === null ? '' : `${row.cost.toFixed(2)}`,
          row.note,
        ]),
        'The plan needs nothing yet.',
      ),
      ...(sum > 0
        ? [
            {
              kind: 'text' as const,
              text: `Together ${sum.toFixed(2)} ${currency}${without > 0 ? `, without ${plural(without, 'part')} that ${without === 1 ? 'has' : 'have'} no rate` : ''}; tools and hours are not in it.`,
            },
          ]
        : []),
    ],
  }
}

/** Who signs, and room for those who have not. */
export const signatureSection = (signatures: readonly Signature[]): Section => ({
  id: 'signed',
  title: 'Signed',
  blocks: [
    {
      kind: 'signatures',
      lines: SIGNING_ROLES.map(
        (role) => signatures.find((one) => one.role === role) ?? { role, name: null, at: null, strokes: [] },
      ),
    },
  ],
})
