/** The bundle against unzip 6.0 and sha256sum; a journey there and back; what was changed on the way; and no key in anything unsealed. */
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { unzipSync, zipSync } from 'fflate'
import { deviceFiles } from '~/core/formats'
import type { Site } from '~/core/plan'
import {
  cardPages,
  figureSvg,
  joinCards,
  keysOf,
  labelPages,
  LABEL_SHEETS,
  labelsOf,
  pageCards,
  partsCsv,
  partsList,
} from '~/core/record'
import { bundleFiles } from '~/papers/bundle/contents'
import { openBundle } from '~/papers/bundle/open'
import { writeBundle } from '~/papers/bundle/zip'
import { recordPdf } from '~/papers/pdf/record'
import { sheetsPdf } from '~/papers/pdf/sheets'
import { sealed } from '~/papers/seal'
import { sha256 } from '~/papers/sha256'
import { FileFolder } from '~/tests/kit/fileFolder'
import { demoFile } from '~/tests/kit/listed'
import { DEMOS, factsOf, MOMENT, recordOf, someHistory } from '~/tests/kit/records'
import { must, testWith } from '~/tests/real/programs'

const folder = new FileFolder()
afterAll(folder.remove)
const PHRASE = 'boats in the lee of the mole'

const signedBody = '{"customer":{},"installer":{}}'
const history = (site: Site) => ({
  ...someHistory(site),
  signed: [
    {
      at: '2026-03-03T12:00:00.000Z',
      revision: 7,
      hash: sha256(signedBody),
      signatures: [
        {
          role: 'Received by',
          name: 'Lee',
          at: '3 Mar 2026',
          strokes: [[[0.1, 0.2] as const, [0.3, 0.1] as const]],
        },
      ],
      plan: site,
      body: signedBody,
    },
  ],
})

async function bundled(site: Site, withKeys: boolean): Promise<Uint8Array> {
  const facts = factsOf(site, history(site))
  const part = {
    format: 'yard-beacon-keys',
    version: 1,
    site: site.name,
    revision: 7,
    writtenAt: MOMENT.writtenAt,
    keys: keysOf(site),
  } as const
  const keys = withKeys ? await sealed(part, { passphrase: PHRASE }) : null
  if (keys && !keys.ok) throw new Error()
  const pdf = await recordPdf(recordOf(site, 'customer'), { paper: 'a4', writtenAt: MOMENT.writtenAt })
  return writeBundle(
    { site: site.name, revision: 7, writtenAt: MOMENT.writtenAt },
    bundleFiles({
      site,
      history: history(site),
      sheet: facts.sheet,
      papers: [{ path: 'record/customer.pdf', says: 'the record', bytes: pdf }],
      pictures: [{ id: 'pic-1', mime: 'image/png', bytes: new Uint8Array([137, 80, 78, 71, 1]) }],
      sealed: keys ? keys.value : null,
    }),
  )
}

testWith(['unzip', 'sha256sum'])(
  'unzip finds no fault, and sha256sum the hashes of the manifest',
  async () => {
    const file = join(folder.path, 'whole.zip')
    writeFileSync(file, await bundled(demoFile('tern-quay'), false))
    must('unzip', ['-tq', file])
    const out = join(folder.path, 'whole')
    mkdirSync(out)
    must('unzip', ['-q', file, '-d', out])
    const manifest = JSON.parse(readFileSync(join(out, 'manifest.json'), 'utf8')) as {
      files: { path: string; sha256: string }[]
    }
    expect(manifest.files.length).toBeGreaterThan(30)
    writeFileSync(
      join(out, 'SUMS'),
      manifest.files.map(({ path, sha256: sum }) => `${sum}  ${path}\n`).join(''),
    )
    must('sh', ['-c', `cd ${out} && sha256sum --check --strict --quiet SUMS`])
  },
)

test('there and back: the same site, history and picture; keys only where they are opened', async () => {
  const site = demoFile('tern-quay')
  const bytes = await bundled(site, true)
  const open = await openBundle(bytes, { passphrase: PHRASE })
  if (!open.ok) throw new Error(JSON.stringify(open.problems))
  expect(open.value.keys).toBe('open')
  expect(open.value.site).toEqual(site)
  const { signed, built, plans, ...rest } = open.value.history
  const { signed: _signed, built: _built, plans: _plans, ...meant } = history(site)
  expect(rest).toEqual(meant)
  expect(signed[0]).toMatchObject({ body: signedBody, hash: sha256(signedBody) })
  expect(built?.plan.devices[0]?.place).toBe('in the hall')
  expect(plans[0]?.plan.notes).toBe('as it was')
  expect(open.value.pictures[0]?.bytes).toEqual(new Uint8Array([137, 80, 78, 71, 1]))
  const shut = await openBundle(bytes, null)
  if (!shut.ok) throw new Error()
  expect(shut.value.keys).toBe('sealed')
  expect(keysOf(shut.value.site)).toEqual([])
  expect((await openBundle(bytes, { passphrase: 'another' })).ok).toBe(false)
}, 180_000)

test('the same input gives the same bytes', async () => {
  const site = demoFile('two-ovens')
  expect(Buffer.compare(await bundled(site, false), await bundled(site, false))).toBe(0)
})

describe('what was changed on the way', () => {
  const changed = async (change: (files: Record<string, Uint8Array>) => void) => {
    const files = unzipSync(await bundled(demoFile('two-ovens'), false))
    change(files)
    const open = await openBundle(zipSync(files), null)
    return open.ok ? [] : open.problems.map(({ message }) => message)
  }
  const text = (body: string) => new TextEncoder().encode(body)

  test('a file: by its name and both hashes', async () => {
    const body = text('port,vlan\r\n')
    const [said, ...more] = await changed((files) => (files['tables/ports.csv'] = body))
    expect(more).toEqual([])
    expect(said).toContain('tables/ports.csv')
    expect(said).toContain(sha256(body))
  })

  test('a file that is gone, and one that was put in', async () => {
    expect(await changed((files) => delete files['history.json'])).toEqual([
      'history.json stands in the manifest and is not in the bundle.',
    ])
    expect(await changed((files) => (files['evil.sh'] = text('x')))).toEqual([
      'evil.sh is in the bundle and not in its manifest.',
    ])
  })

  test('a later version, another ZIP, no ZIP', async () => {
    const later = await changed((files) => {
      const manifest = JSON.parse(new TextDecoder().decode(files['manifest.json']))
      files['manifest.json'] = text(JSON.stringify({ ...manifest, version: 9 }))
    })
    expect(later).toEqual([
      'This bundle is of version 9; this program reads version 1. Open it with a newer program.',
    ])
    expect(await changed((files) => delete files['manifest.json'])).toEqual([
      'It is no bundle of a site: there is no manifest.json in it.',
    ])
    const cut = await openBundle((await bundled(demoFile('two-ovens'), false)).slice(0, 500), null)
    expect(cut).toMatchObject({ ok: false, problems: [{ code: 'bundle.zip' }] })
  })

  test('a signed record that was forged along with its file’s hash', async () => {
    const forged = text('{"customer":{},"installer":{"better":true}}')
    const said = await changed((files) => {
      const manifest = JSON.parse(new TextDecoder().decode(files['manifest.json']))
      for (const file of manifest.files)
        if (file.path === 'signed/1-revision-7.json') file.sha256 = sha256(forged)
      files['signed/1-revision-7.json'] = forged
      files['manifest.json'] = text(JSON.stringify(manifest))
    })
    expect(said).toHaveLength(1)
    expect(said[0]).toContain('not the one that was signed')
  })
})

test('a key that somebody wrote into the log or the notes stays out of record and bundle', async () => {
  const plain = demoFile('two-ovens')
  const { key } = keysOf(plain)[0]!
  const site = { ...plain, notes: `The key is ${key}.` }
  const wrote = { ...someHistory(site), log: [{ ...someHistory(site).log[0]!, text: `Gave ${key} to Lee` }] }
  expect(JSON.stringify(factsOf(site, wrote))).not.toContain(key)
  const files = bundleFiles({ site, history: wrote, sheet: [], papers: [], pictures: [], sealed: null })
  for (const { path, bytes } of files) expect([path, Buffer.from(bytes).includes(key)]).toEqual([path, false])
  expect(JSON.stringify(factsOf(site, wrote))).toContain('Gave (a key, left out) to Lee')
})

describe.each(DEMOS)('no key of %s', (name) => {
  testWith(['qpdf', 'pdftotext', 'unzip'])(
    'in any output that is not sealed, compressed streams unpacked',
    async () => {
      const site = demoFile(name)
      const keys = keysOf(site).map(({ key }) => key)
      if (name !== 'long-mole') expect(keys.length).toBeGreaterThan(0)
      const outputs: Record<string, string> = {}
      const pdf = async (title: string, bytes: Promise<Buffer>) => {
        const file = join(folder.path, `${name}-${title}.pdf`)
        writeFileSync(file, await bytes)
        must('qpdf', ['--qdf', '--object-streams=disable', file, `${file}.qdf`])
        outputs[`${title} bytes`] = readFileSync(`${file}.qdf`, 'latin1')
        outputs[`${title} text`] = must('pdftotext', ['-raw', file, '-']).replace(/\n/g, '')
      }
      for (const copy of ['customer', 'installer'] as const) {
        const record = recordOf(site, copy, history(site))
        outputs[copy] = JSON.stringify(record)
        await pdf(copy, recordPdf(record, { paper: 'a4', writtenAt: MOMENT.writtenAt }))
      }
      for (const kind of ['devices', 'cables', 'ports'] as const) {
        const pages = labelPages(labelsOf(site, kind), LABEL_SHEETS['a4-40'])
        if (!pages.ok) throw new Error()
        outputs[`${kind} labels`] = pages.value.map((page) => figureSvg(page, 'mm')).join('')
      }
      const a4 = { widthMm: 210, heightMm: 297 }
      const cards = cardPages([...joinCards(site, false), ...pageCards(site)], a4)
      await pdf('cards', sheetsPdf(cards, 'cards', MOMENT.writtenAt))
      outputs.cards = cards.map((page) => figureSvg(page, 'mm')).join('')
      outputs.parts = partsCsv(partsList(site))
      outputs.gear = site.devices.flatMap((one) => deviceFiles(site, one).map(({ text }) => text)).join('\n')
      const zip = join(folder.path, `${name}.zip`)
      writeFileSync(zip, await bundled(site, true))
      const out = join(folder.path, name)
      if (!existsSync(out)) must('unzip', ['-q', zip, '-d', out])
      for (const file of readdirSync(out, { recursive: true, withFileTypes: true }))
        if (file.isFile()) {
          const path = join(file.parentPath, file.name)
          outputs[`bundle ${file.name}`] = readFileSync(path, 'latin1') + readFileSync(path, 'utf8')
        }
      const leaks = Object.entries(outputs).flatMap(([output, body]) =>
        keys.filter((key) => body.includes(key)).map((key) => `${output}: ${key}`),
      )
      expect(leaks).toEqual([])
      // The search finds what is there: with keys the cards hold every one that a card can.
      const withThem = cardPages(joinCards(site, true), a4)
      const drawn = JSON.stringify(
        withThem
          .flatMap(({ shapes }) => shapes.flatMap((one) => (one.kind === 'text' ? [one.text] : [])))
          .join(''),
      )
      const carded = joinCards(site, true).flatMap(({ key }) => key ?? [])
      for (const key of carded) expect(drawn).toContain(key)
    },
    180_000,
  )
})
