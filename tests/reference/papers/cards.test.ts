/** QR codes as zbar 0.23 reads them; the `WIFI:` text taken apart by rules written down a second time. */
import { join } from 'node:path'
import { writeFileSync } from 'node:fs'
import type { SecurityMode, Site } from '~/core/plan'
import { cardPages, joinCards, pageCards } from '~/core/record'
import { wifiText } from '~/core/record/cards/wifiText'
import { sheetsPdf } from '~/papers/pdf/sheets'
import { FileFolder } from '~/tests/kit/fileFolder'
import { demoFile } from '~/tests/kit/listed'
import { MOMENT } from '~/tests/kit/records'
import { must, testWith } from '~/tests/real/programs'

const folder = new FileFolder()
afterAll(folder.remove)
const A4 = { widthMm: 210, heightMm: 297 }

/** What a camera makes of a join code: fields by their letters, each ended by a semicolon that no backslash stands before. */
function takenApart(text: string): Record<string, string> {
  expect(text.startsWith('WIFI:')).toBe(true)
  const fields: Record<string, string> = {}
  let [name, value, isValue] = ['', '', false]
  for (let i = 5; i < text.length; i++) {
    const sign = text[i]!
    if (isValue && sign === '\\') value += text[++i]
    else if (isValue && sign === ';') {
      fields[name] = value
      ;[name, value, isValue] = ['', '', false]
    } else if (!isValue && sign === ':') isValue = true
    else if (isValue) value += sign
    else if (sign !== ';') name += sign
  }
  return fields
}

const HOSTILE = [
  { name: 'plain', key: 'harbour-lamp-9' },
  { name: 'a;b:c,d"e\\f', key: '";:,\\\\;;S:evil;' },
  { name: 'WIFI:T:nopass;S:x;;', key: 'P:12345678;' },
  { name: 'Café Éole', key: 'clé-du-café-à-côté' },
  { name: 'ABCDEF12', key: '0123456789abcdef'.repeat(4) },
  { name: ' blanks  at both ends ', key: '  eight  blanks  ' },
  { name: 'ключ ⚓', key: "it's <fine> & $(date) `x`" },
]

const withSsids = (list: readonly { name: string; key: string }[]): Site => {
  const site = demoFile('two-ovens')
  return {
    ...site,
    profiles: list.map(({ key }, i) => ({
      ...site.profiles[0]!,
      id: `p${i}`,
      name: `p${i}`,
      mode: 'wpa2-wpa3' as const,
      passphrase: key,
    })),
    ssids: list.map(({ name }, i) => ({
      ...site.ssids[0]!,
      id: `s${i}`,
      name,
      profileId: `p${i}`,
      hidden: i % 2 === 1,
    })),
  }
}

/** The code that zbar finds on each card, byte for byte: each is printed on a page of its own. */
async function codesOf(site: Site, pages: boolean): Promise<string[]> {
  const cards = pages ? pageCards(site) : joinCards(site, true)
  const file = join(folder.path, 'cards.pdf')
  const sheets = cards.flatMap((card) => cardPages([card], A4))
  writeFileSync(file, await sheetsPdf(sheets, 'cards', MOMENT.writtenAt))
  must('sh', ['-c', `rm -f ${folder.path}/card-*.png`])
  must('pdftoppm', ['-r', '150', '-png', file, join(folder.path, 'card')])
  const pictures = must('sh', ['-c', `ls ${folder.path}/card-*.png`])
    .trim()
    .split('\n')
  return pictures.map((picture) => must('sh', ['-c', `zbarimg -q --raw -Sbinary "${picture}" 2>/dev/null`]))
}

testWith(['zbarimg', 'pdftoppm'])(
  'every join code is read back: name, key and whether it is hidden',
  async () => {
    const read = (await codesOf(withSsids(HOSTILE), false)).map(takenApart)
    const byName = (a: { S?: string }, b: { S?: string }) => (a.S ?? '').localeCompare(b.S ?? '')
    expect(read.sort(byName)).toEqual(
      HOSTILE.map(({ name, key }, i) => ({
        T: 'WPA',
        S: name,
        P: key,
        ...(i % 2 === 1 ? { H: 'true' } : {}),
      })).sort(byName),
    )
  },
)

testWith(['zbarimg', 'pdftoppm'])('cards that open pages: the addresses of the plan', async () => {
  const site = demoFile('two-ovens')
  const read = await codesOf(site, true)
  const fixed = site.devices.flatMap(({ management: { ip } }) => (ip ? [`http://${ip}/`] : []))
  expect(read.sort()).toEqual(fixed.sort())
  expect(fixed.length).toBeGreaterThan(1)
})

/** From memory: open networks have no key, logins cannot be said in a code. */
test('what a code can say, and what it cannot', () => {
  const say = (mode: SecurityMode, key: string | null) => wifiText({ name: 'x', mode, key, isHidden: false })
  expect(say('open', null)).toBe('WIFI:T:nopass;S:x;;')
  expect(say('wep', 'abcde')).toBe('WIFI:T:WEP;S:x;P:abcde;;')
  for (const mode of ['wpa-tkip', 'wpa-wpa2', 'wpa2-aes', 'wpa2-wpa3', 'wpa3-sae'] as const) {
    expect(say(mode, '12345678')).toBe('WIFI:T:WPA;S:x;P:12345678;;')
    expect(say(mode, null)).toBeNull()
  }
  expect(say('wpa3-enterprise', '12345678')).toBeNull()
})

test('without keys a card has neither code nor key, and room to write one', () => {
  const cards = joinCards(withSsids(HOSTILE), false)
  for (const card of cards) expect(card).toMatchObject({ code: null, key: null, hasBlank: true })
  const drawn = JSON.stringify(cardPages(cards, A4))
  for (const { key } of HOSTILE) expect(drawn).not.toContain(JSON.stringify(key).slice(1, -1))
})
