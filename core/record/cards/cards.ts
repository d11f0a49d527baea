import { networkOf, profileOf } from '../../plan'
import type { Device, Site, Ssid } from '../../plan'
import { rect } from '../figure/types'
import type { Figure, Shape } from '../figure/types'
import { emsOf, fitted } from '../labels/fit'
import { qrShape } from './qr'
import { wifiText } from './wifiText'

/** Size of a card, mm: as an identity card. Source: ISO/IEC 7810, ID-1. */
export const CARD = { widthMm: 85.6, heightMm: 53.98 }
/** Ten on a sheet of A4 or Letter, mm. */
const SHEET = { columns: 2, rows: 5, marginMm: 4 }
const QR_MM = 34

/** What stands on one card. */
export interface JoinCard {
  title: string
  under: string
  vlanId: number | null
  /** What the code says; null: there is none, and `why` says so. */
  code: string | null
  why: string
  /** Shown in letters besides; null: not asked for, or none. */
  key: string | null
  /** Room to write the key by hand. */
  hasBlank: boolean
}

/** One card for each SSID. Keys only where they are wished: then the cards are kept as keys are. */
export const joinCards = (site: Site, withKeys: boolean): JoinCard[] =>
  site.ssids.map((ssid) => joinCard(site, ssid, withKeys))

function joinCard(site: Site, ssid: Ssid, withKeys: boolean): JoinCard {
  const profile = profileOf(site, ssid)
  const network = networkOf(site, ssid.networkId)
  const key = withKeys ? (profile?.passphrase ?? null) : null
  const code = profile ? wifiText({ name: ssid.name, mode: profile.mode, key, isHidden: ssid.hidden }) : null
  const isLogin = profile?.mode.endsWith('enterprise') ?? false
  return {
    title: ssid.name,
    under: network?.name ?? '',
    vlanId: network?.vlanId ?? null,
    code,
    why: code
      ? ''
      : isLogin
        ? 'With your own user name and password: choose the name, then enterprise.'
        : !profile
          ? 'It has no security profile yet.'
          : withKeys
            ? 'No key is set yet.'
            : 'The key is handed over apart.',
    key,
    hasBlank: code === null && !isLogin && profile !== undefined,
  }
}

/** One card for each device that has a page, to open it from where one stands. */
export const pageCards = (site: Site): JoinCard[] =>
  site.devices.flatMap((device) => {
    const url = pageOf(device)
    return url === null
      ? []
      : [
          {
            title: device.name,
            under: [device.place, url].filter(Boolean).join(' · '),
            vlanId: networkOf(site, device.management.networkId)?.vlanId ?? null,
            code: url,
            why: '',
            key: null,
            hasBlank: false,
          },
        ]
  })

const pageOf = ({ management, station }: Device): string | null =>
  management.ip !== null && station === null && management.addressing !== 'none'
    ? `http://${management.ip}/`
    : null

/** Sheets of cards, mm for units, with marks to cut along. */
export function cardPages(cards: readonly JoinCard[], page: { widthMm: number; heightMm: number }): Figure[] {
  const each = SHEET.columns * SHEET.rows
  const left = (page.widthMm - SHEET.columns * CARD.widthMm - SHEET.marginMm) / 2
  const top = (page.heightMm - SHEET.rows * CARD.heightMm) / 2
  return Array.from({ length: Math.ceil(cards.length / each) }, (_, n) => {
    const some = cards.slice(n * each, (n + 1) * each)
    return {
      width: page.widthMm,
      height: page.heightMm,
      says: some.map(({ title }) => title).join(', '),
      shapes: some.flatMap((card, i) =>
        cardShapes(
          card,
          left + (i % SHEET.columns) * (CARD.widthMm + SHEET.marginMm),
          top + Math.floor(i / SHEET.columns) * CARD.heightMm,
        ),
      ),
    }
  })
}

function cardShapes(card: JoinCard, x: number, y: number): Shape[] {
  const textMm = CARD.widthMm - 10 - (card.code ? QR_MM : 0)
  const title = fitted(card.title, textMm, { most: 7, least: 2.6 })
  const under = fitted(card.under, textMm - (card.vlanId === null ? 0 : 9), { most: 3.6, least: 1.9 })
  const line = (text: string, at: number, most: number, strong = false): Shape => ({
    kind: 'text',
    at: [x + 5, y + at],
    ...fitted(text, textMm, { most, least: 1.9 }),
    strong,
  })
  return [
    { kind: 'area', rings: [rect(x, y, CARD.widthMm, CARD.heightMm)], stroke: { ink: 'line', width: 0.2 } },
    { kind: 'text', at: [x + 5, y + 13], ...title, strong: true },
    ...(card.vlanId === null
      ? []
      : [{ kind: 'flag' as const, vlanId: card.vlanId, at: [x + 5, y + 17] as const, height: 4.6 }]),
    { kind: 'text', at: [x + 5 + (card.vlanId === null ? 0 : 8.5), y + 20.6], ...under, ink: 'soft' },
    ...(card.code ? [qrShape(card.code, [x + CARD.widthMm - QR_MM - 3, y + 10], QR_MM)] : []),
    ...(card.why ? wrapped(card.why, textMm / 2.9).map((text, i) => line(text, 31 + i * 3.8, 2.9)) : []),
    ...(card.hasBlank
      ? [
          line('Key', 43, 3),
          {
            kind: 'line' as const,
            points: [
              [x + 12, y + 43.5],
              [x + CARD.widthMm - 6, y + 43.5],
            ] as const,
            stroke: { ink: 'ink' as const, width: 0.25 },
          },
        ]
      : []),
    ...(card.key === null ? [] : keyLines(card.key, x, y, textMm)),
  ]
}

/** A key in letters, in as many lines as it needs: every sign counts, so none is left out. */
function keyLines(key: string, x: number, y: number, width: number): Shape[] {
  const signs = [...key]
  const size = Math.min(3.6, Math.max(2.4, width / (signs.length * 0.62)))
  const each = Math.floor(width / (size * 0.62) + 1e-9)
  const rows = Array.from({ length: Math.ceil(signs.length / each) }, (_, i) =>
    signs.slice(i * each, (i + 1) * each).join(''),
  )
  return [
    { kind: 'text', at: [x + 5, y + 30], text: 'Key', size: 2.8, ink: 'soft' },
    ...rows.map((text, i): Shape => ({
      kind: 'text',
      at: [x + 5, y + 34.5 + i * size * 1.25],
      text,
      size,
      isCode: true,
    })),
  ]
}

/** A sentence in lines of so many ems. */
function wrapped(text: string, ems: number): string[] {
  const lines: string[] = []
  for (const word of text.split(' ')) {
    const last = lines.at(-1)
    if (last !== undefined && emsOf(`${last} ${word}`) <= ems) lines[lines.length - 1] = `${last} ${word}`
    else lines.push(word)
  }
  return lines
}
