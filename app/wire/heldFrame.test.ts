/** What a page asks for after an edit, and what it need not ask for. */
import { yard } from '~/tests/kit/yard'
import type { FrameSince, SiteFrame } from './frames'
import { askedSince, bring, changedFrame, holdFrame } from './heldFrame'

const frame = (revision: number): SiteFrame =>
  ({ id: 's', revision, site: yard(), findings: [] }) as unknown as SiteFrame
const since = (revision: number, now: number): FrameSince =>
  ({
    id: 's',
    revision: now,
    since: revision,
    change: { header: null, added: [], removed: [], updated: [], reordered: [] },
    findings: { gone: [], put: [] },
  }) as unknown as FrameSince
const page = (search = '') => new Request(`http://127.0.0.1/sites/s/ports${search}`)

const asked: string[] = []
let answer: unknown
beforeEach(() => {
  asked.length = 0
  answer = null
  globalThis.fetch = ((path: string) => {
    asked.push(path)
    return Promise.resolve(Response.json(answer))
  }) as typeof fetch
})
afterEach(() => holdFrame(null))

test('what an answer brought along is not asked for, and holds once', async () => {
  holdFrame(frame(4))
  bring('s', askedSince('s', new URLSearchParams())!, since(4, 5))
  expect(await changedFrame('s', page())).toMatchObject({ revision: 5 })
  expect(asked).toEqual([])
  answer = since(4, 6)
  expect(await changedFrame('s', page())).toMatchObject({ revision: 6 })
  expect(asked).toEqual(['/sites/s/since?revision=4'])
})

test.each([
  [
    'the page follows another frame by now',
    page('?from=a&to=b'),
    4,
    ['/sites/s/since?revision=4&from=a&to=b'],
  ],
  ['the page has another revision by now', page(), 5, ['/sites/s/since?revision=5']],
])('it is asked for where %s', async (_, request, shown, expected) => {
  holdFrame(frame(4))
  bring('s', askedSince('s', new URLSearchParams())!, since(4, 5))
  holdFrame(frame(shown))
  answer = since(shown, 9)
  expect(await changedFrame('s', request)).toMatchObject({ revision: 9 })
  expect(asked).toEqual(expected)
})

test('a page without a frame of that site asks for the whole, as where nobody answers', async () => {
  expect(askedSince('s', new URLSearchParams())).toBeNull()
  expect(await changedFrame('s', page())).toBeNull()
  holdFrame(frame(4))
  expect(askedSince('other', new URLSearchParams())).toBeNull()
  expect(await changedFrame('other', page())).toBeNull()
  expect(asked).toEqual([])
  globalThis.fetch = () => Promise.reject(new TypeError('nobody there'))
  expect(await changedFrame('s', page())).toBeNull()
})
