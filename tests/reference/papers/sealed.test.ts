/** The sealed part against the program `age` 1.1 (age-encryption.org/v1): each opens what the other has sealed. */
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { withoutSecrets } from '~/core/plan'
import { keysOf, withKeys } from '~/core/record'
import type { SealedPart } from '~/core/record'
import { opened, sealed } from '~/papers/seal'
import { FileFolder } from '~/tests/kit/fileFolder'
import { demoFile } from '~/tests/kit/listed'
import { must, testWith } from '~/tests/real/programs'

const folder = new FileFolder()
afterAll(folder.remove)
const at = (name: string) => join(folder.path, name)

const part = (): SealedPart => ({
  format: 'yard-beacon-keys',
  version: 1,
  site: 'Tern Quay',
  revision: 3,
  writtenAt: '2026-03-04T05:06:07.000Z',
  keys: keysOf(demoFile('tern-quay')),
})

/** A passphrase is asked for at a terminal: one is made for the program. Blanks at its ends are part of it. */
const PHRASE = ' a longer phrase: Größe "9" '
const atTerminal = (args: string[], phrase: string) =>
  must('python3', [
    '-c',
    `
import os, pty, sys, select
phrase, args = sys.argv[1], sys.argv[2:]
pid, fd = pty.fork()
if pid == 0: os.execvp(args[0], args)
asked = b''
while True:
    try: more = os.read(fd, 4096)
    except OSError: break
    if not more: break
    asked += more
    if b':' in more: os.write(fd, (phrase + '\\n').encode())
_, status = os.waitpid(pid, 0)
sys.exit(os.waitstatus_to_exitcode(status))
`,
    phrase,
    ...args,
  ])

testWith(['age', 'age-keygen'])('what is sealed to people is opened by age, and by nobody else', async () => {
  must('age-keygen', ['-o', at('kim.txt')])
  must('age-keygen', ['-o', at('lee.txt')])
  const recipient = must('age-keygen', ['-y', at('kim.txt')]).trim()
  const made = await sealed(part(), { recipients: [recipient] })
  if (!made.ok) throw new Error(JSON.stringify(made.problems))
  writeFileSync(at('keys.age'), made.value)
  const read = JSON.parse(must('age', ['-d', '-i', at('kim.txt'), at('keys.age')])) as SealedPart
  expect(read).toEqual(part())
  expect(() => must('age', ['-d', '-i', at('lee.txt'), at('keys.age')])).toThrow()
  const secret = readFileSync(at('lee.txt'), 'utf8')
    .split('\n')
    .find((line) => line.startsWith('AGE-'))!
  expect(await opened(made.value, { identity: secret })).toMatchObject({
    ok: false,
    problems: [{ code: 'seal.wrong' }],
  })
})

testWith(['age', 'python3'])(
  'a passphrase: sealed here and opened by age, and the other way round',
  async () => {
    const made = await sealed(part(), { passphrase: PHRASE })
    if (!made.ok) throw new Error(JSON.stringify(made.problems))
    writeFileSync(at('ours.age'), made.value)
    atTerminal(['age', '-d', '-o', at('ours.json'), at('ours.age')], PHRASE)
    expect(JSON.parse(readFileSync(at('ours.json'), 'utf8'))).toEqual(part())
    writeFileSync(at('theirs.json'), JSON.stringify(part()))
    atTerminal(['age', '-p', '-o', at('theirs.age'), at('theirs.json')], PHRASE)
    const back = await opened(new Uint8Array(readFileSync(at('theirs.age'))), { passphrase: PHRASE })
    expect(back).toEqual({ ok: true, value: part() })
  },
  180_000,
)

testWith(['age', 'age-keygen'])('what age has armoured for mail opens, too', async () => {
  must('age-keygen', ['-o', at('mail.txt')])
  writeFileSync(at('mail.json'), JSON.stringify(part()))
  must('age', [
    '-a',
    '-r',
    must('age-keygen', ['-y', at('mail.txt')]).trim(),
    '-o',
    at('mail.age'),
    at('mail.json'),
  ])
  const identity = readFileSync(at('mail.txt'), 'utf8')
    .split('\n')
    .find((line) => line.startsWith('AGE-'))!
  expect(await opened(new Uint8Array(readFileSync(at('mail.age'))), { identity })).toEqual({
    ok: true,
    value: part(),
  })
})

test('keys taken out and put back: the same plan, whatever people call their users', () => {
  const site = demoFile('tern-quay')
  const odd = {
    ...site,
    devices: site.devices.map((device) =>
      device.radius
        ? {
            ...device,
            radius: {
              ...device.radius,
              users: [
                { name: 'a/b', password: 'one' },
                { name: 'a%2Fb', password: 'two' },
                { name: '../x', password: 'three' },
              ],
            },
          }
        : device,
    ),
  }
  expect(withKeys(withoutSecrets(odd), keysOf(odd))).toEqual({ site: odd, unknown: [] })
  const gone = { ...keysOf(odd)[0]!, where: 'profiles/no-more/passphrase' }
  expect(withKeys(odd, [gone]).unknown).toEqual([gone.where])
})

test('what is refused, and in which words', async () => {
  const refused = async (outcome: Promise<{ ok: boolean; problems?: { message: string }[] }>) => {
    const { ok, problems } = await outcome
    expect(ok).toBe(false)
    return problems?.[0]?.message ?? ''
  }
  expect(await refused(sealed(part(), { passphrase: 'short' }))).toContain('5 characters; 12 or more')
  expect(await refused(sealed(part(), { recipients: [] }))).toContain('1 to 20')
  expect(await refused(sealed(part(), { recipients: ['age1nonsense'] }))).toContain('begins with age1')
  const secret = 'AGE-SECRET-KEY-1QQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQQ'
  const said = await refused(sealed(part(), { recipients: [secret] }))
  expect(said).toContain('secret key')
  expect(said).not.toContain('QQQQ')
  const made = await sealed(part(), { passphrase: 'a phrase that is long' })
  if (!made.ok) throw new Error()
  expect(await refused(opened(made.value, { passphrase: 'A phrase that is long' }))).toContain(
    'does not open',
  )
  const broken = made.value.slice()
  broken[broken.length - 3]! ^= 1
  expect(await refused(opened(broken, { passphrase: 'a phrase that is long' }))).toContain(
    'changed on the way',
  )
  expect(await refused(opened(new TextEncoder().encode('hello'), { passphrase: 'x' }))).toContain(
    'no sealed part',
  )
}, 180_000)
