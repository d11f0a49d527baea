import { spawnSync } from 'node:child_process'
import { testWith } from '~/tests/real/programs'
import { xmlSafe } from './xmlText'

test('only what XML forbids is replaced', () => {
  expect(xmlSafe('a\u0000b\u0008c\u001fd\ufffee\uffff\ud800f\udc00')).toBe('a�b�c�d�e��f�')
  const fine = 'tab\tline\nbreak\r – \u0085\u2028 帆 ⛵ 🛟 &amp; <b/>'
  expect(xmlSafe(fine)).toBe(fine)
})

testWith(['xmllint'])('xmllint takes any character afterwards', () => {
  const all = Array.from({ length: 0x11000 }, (_, code) => String.fromCodePoint(code))
    .join('')
    .replaceAll(/[<&]|\]\]>/g, '')
  const { status, stderr } = spawnSync('xmllint', ['--noout', '-'], {
    input: `<t>${xmlSafe(all)}</t>`,
    encoding: 'utf8',
  })
  expect({ status, stderr }).toEqual({ status: 0, stderr: '' })
  expect(
    spawnSync('xmllint', ['--noout', '-'], { input: '<t>\u0001</t>', encoding: 'utf8' }).status,
  ).not.toBe(0)
})
