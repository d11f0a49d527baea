import { readIwScan } from '~/core/formats'
import type { Heard } from '~/core/formats'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { runHere } from './tools'
import type { Run } from './tools'

const refused = (message: string) => bad({ path: ['interface'], code: 'here.scan', message })

/**
 * Every access point that this laptop hears now. A fresh scan needs the right to ask for one; without it the system's last one is
 * taken, where it has any.
 */
export async function scanHere(named: string | null, run: Run = runHere): Promise<Outcome<Heard[]>> {
  const listed = await run('iw', ['dev'])
  if (listed.why === 'missing')
    return refused(
      'This machine has no “iw”, so it cannot tell what it hears. Paste a scan or type the levels.',
    )
  const names = [...listed.out.matchAll(/^\s*Interface (\S+)$/gm)].map(([, name = '']) => name)
  const name = named === null ? names[0] : names.find((one) => one === named)
  if (name === undefined)
    return refused(
      named === null
        ? 'This machine has no radio. Paste a scan or type the levels.'
        : `“${named}” is no radio of this machine. It has: ${names.join(', ') || 'none'}.`,
    )
  for (const args of [['scan'], ['scan', 'dump']]) {
    const heard = readIwScan((await run('iw', ['dev', name, ...args])).out)
    if (heard.length > 0) return good(heard)
  }
  return refused(`“${name}” hears nothing, or may not be asked to listen. Paste a scan or type the levels.`)
}
