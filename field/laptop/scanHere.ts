import { readIwLink, readIwScan } from '~/core/formats'
import type { Heard } from '~/core/formats'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { runHere } from './tools'
import type { Run } from './tools'
import type { Joined } from '~/core/network/here'

const refused = (message: string) => bad({ path: ['interface'], code: 'here.scan', message })

/** The radio that is meant, by its name; null: this machine has none. */
async function radioNamed(named: string | null, run: Run): Promise<Outcome<string>> {
  const listed = await run('iw', ['dev'])
  if (listed.why === 'missing')
    return refused(
      'This machine has no “iw”, so it cannot tell what it hears. Paste a scan or type the levels.',
    )
  const names = [...listed.out.matchAll(/^\s*Interface (\S+)$/gm)].map(([, name = '']) => name)
  const name = named === null ? names[0] : names.find((one) => one === named)
  if (name !== undefined) return good(name)
  return refused(
    named === null
      ? 'This machine has no radio. Paste a scan or type the levels.'
      : `“${named}” is no radio of this machine. It has: ${names.join(', ') || 'none'}.`,
  )
}

/** Who serves this laptop's radio now, and whom else the system has heard lately, without listening anew. */
export async function joinedHere(
  named: string | null,
  run: Run = runHere,
): Promise<Outcome<{ joined: Joined | null; heard: Heard[] }>> {
  const name = await radioNamed(named, run)
  if (!name.ok) return name
  const [link, heard] = await Promise.all([
    run('iw', ['dev', name.value, 'link']),
    run('iw', ['dev', name.value, 'scan', 'dump']),
  ])
  return good({ joined: readIwLink(link.out), heard: readIwScan(heard.out) })
}

/**
 * Every access point that this laptop hears now. A fresh scan needs the right to ask for one; without it the system's last one is
 * taken, where it has any.
 */
export async function scanHere(named: string | null, run: Run = runHere): Promise<Outcome<Heard[]>> {
  const radio = await radioNamed(named, run)
  if (!radio.ok) return radio
  const name = radio.value
  for (const args of [['scan'], ['scan', 'dump']]) {
    const heard = readIwScan((await run('iw', ['dev', name, ...args])).out)
    if (heard.length > 0) return good(heard)
  }
  return refused(`“${name}” hears nothing, or may not be asked to listen. Paste a scan or type the levels.`)
}
