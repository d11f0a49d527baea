import { good } from '../../lib/outcome'
import type { Outcome, Problem } from '../../lib/outcome'
import type { Band, Id, Neighbour } from '../../plan'
import { readCsv } from '../tables/csv'

const HEADINGS: Record<'name' | 'bssid' | 'channel' | 'signal' | 'band' | 'width', string[]> = {
  name: ['ssid', 'name', 'network'],
  bssid: ['bssid', 'mac', 'address'],
  channel: ['channel', 'ch', 'primary channel'],
  signal: ['signal', 'rssi', 'dbm', 'level', 'signal dbm'],
  band: ['band', 'ghz'],
  width: ['width', 'bandwidth', 'channel width', 'mhz'],
}

const plain = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^a-z ]/g, ' ')
    .replace(/ +/g, ' ')
    .trim()

/**
 * Foreign radios from a scan saved as CSV: a heading row with channel and signal (dBm) at least. Without a band,
 * channels to 14 are taken for 2.4 GHz and the others for 5 GHz.
 */
export function readScanCsv(text: string, newId: () => Id): Outcome<Neighbour[]> {
  const table = readCsv(text)
  if (!table.ok) return table
  const { columns, rows } = table.value
  const column = (key: keyof typeof HEADINGS) =>
    columns.findIndex((title) => HEADINGS[key].includes(plain(title)))
  const at = {
    name: column('name'),
    bssid: column('bssid'),
    channel: column('channel'),
    signal: column('signal'),
    band: column('band'),
    width: column('width'),
  }
  const missing = (['channel', 'signal'] as const).filter((key) => at[key] < 0)
  if (missing.length > 0)
    return {
      ok: false,
      problems: missing.map((key) => ({
        path: ['file', key],
        code: 'scan.column',
        message: `There is no column for the ${key}. Accepted headings: ${HEADINGS[key].join(', ')}.`,
      })),
    }
  const problems: Problem[] = []
  const heard = rows.flatMap((cells, i): Neighbour[] => {
    const channel = Number.parseInt(cells[at.channel] ?? '', 10)
    const rssiDbm = Number.parseFloat((cells[at.signal] ?? '').replace('−', '-'))
    if (!(channel >= 1 && channel <= 233) || !(rssiDbm >= -120 && rssiDbm <= 0)) {
      problems.push({
        path: [i + 2],
        code: 'scan.row',
        message: `Line ${i + 2}: channel “${cells[at.channel] ?? ''}” and signal “${cells[at.signal] ?? ''}” are not a channel from 1 to 233 and a level from −120 to 0 dBm.`,
      })
      return []
    }
    return [
      {
        id: newId(),
        name: (cells[at.name] ?? '').trim().slice(0, 60),
        bssid: (cells[at.bssid] ?? '').trim().slice(0, 17) || null,
        band: bandOf(cells[at.band] ?? '', channel),
        channel,
        widthMhz: [20, 40, 80, 160].find((width) => (cells[at.width] ?? '').includes(String(width))) ?? 20,
        rssiDbm,
        heardAt: null,
      },
    ]
  })
  return problems.length > 0 ? { ok: false, problems: problems.slice(0, 5) } : good(heard)
}

function bandOf(said: string, channel: number): Band {
  if (said.includes('2.4') || said.includes('2,4')) return '2.4'
  if (/\b6\b/.test(said)) return '6'
  if (/\b5\b/.test(said)) return '5'
  return channel <= 14 ? '2.4' : '5'
}
