import type { Edit, Network, SecurityProfile } from '~/core/plan'
import { yard } from '~/tests/kit/yard'
import { formProblems, readEditRequest } from './edits'

const crew = yard().networks[1]!
const put = (part: Partial<Network>): Edit => ({
  op: 'put',
  collection: 'networks',
  record: { ...crew, ...part },
})
const key = (passphrase: string): Edit => ({
  op: 'put',
  collection: 'profiles',
  record: { ...yard().profiles[1]!, mode: 'wpa2-aes', passphrase } as SecurityProfile,
})
const formSays = (edit: Edit) =>
  formProblems(yard(), [edit]).map(({ path, message }) => `${path.join('.')}: ${message}`)

test.each<[string, Edit, RegExp]>([
  [
    'a pool outside its subnet',
    put({ pool: { start: '172.27.25.10', end: '172.27.24.90' } }),
    /^pool\.end: The pool runs backwards/,
  ],
  [
    'a pool over the edge',
    put({ pool: { start: '172.27.24.10', end: '172.27.25.90' } }),
    /^pool\.end: 172\.27\.25\.90 is not a host address/,
  ],
  [
    'a pool with the gateway',
    put({ pool: { start: '172.27.24.1', end: '172.27.24.90' } }),
    /^pool\.start: .*contains the gateway/,
  ],
  ['a gateway elsewhere', put({ gateway: '172.27.25.1' }), /^gateway: .*must be in the subnet/],
  ['host bits in the subnet', put({ subnet: '172.27.24.7/24' }), /^subnet: .*172\.27\.24\.0\/24/],
  ['a key of 7', key('seven77'), /^passphrase: The key has 7 characters. Accepted: 8 to 63/],
  ['a key of 64', key('q'.repeat(64)), /64 characters/],
  ['a control character', key('quay\tside9'), /ASCII 32 to 126/],
  [
    'a port nobody has',
    { op: 'port', deviceId: 'switch', port: { ...yard().devices[2]!.ports[0]!, number: 9 } },
    /has no port 9. It has ports 1 to 8/,
  ],
])('%s', (_name, edit, words) => expect(formSays(edit).join('\n')).toMatch(words))

test('a right record passes', () => {
  expect(formSays(put({}))).toEqual([])
  expect(formSays(key('eight 88'))).toEqual([])
})

const read = (edit: unknown) => readEditRequest({ revision: 1, label: 'x', edits: [edit] })
const problemsOf = (edit: unknown) => {
  const result = read(edit)
  return result.ok ? [] : result.problems.map(({ path, message }) => `${path.join('.')}: ${message}`)
}

test.each([
  ['VLAN 0', put({ vlanId: 0 }), 'vlanId: vlanId is 0. The least accepted is 1.'],
  ['VLAN 4095', put({ vlanId: 4095 }), 'vlanId: vlanId is 4095. The most accepted is 4094.'],
  ['a /33', put({ subnet: '10.0.0.0/33' }), 'from /0 to /32'],
  ['an unknown collection', { op: 'put', collection: 'boats', record: {} }, 'Accepted: networks'],
  ['an unknown deed', { op: 'sink' }, 'Accepted: put'],
  ['an empty description', { op: 'describe', header: {} }, 'header'],
])('%s is named by its field', (_name, edit, words) => expect(problemsOf(edit).join('\n')).toContain(words))

test('a description touches only what it names', () => {
  const result = read({ op: 'describe', header: { notes: 'copper' } })
  expect(result.ok && result.value.edits).toEqual([{ op: 'describe', header: { notes: 'copper' } }])
})

test.each([[{}], [{ revision: 'x', label: 'y', edits: [] }], [null]])(
  'a request that is none (%#)',
  (body) => {
    expect(readEditRequest(body).ok).toBe(false)
  },
)
