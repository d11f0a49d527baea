/** Programs of the system that the tests drive. Installed with apt where that is allowed. Node built-ins only. */
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { fail } from './setup.mjs'

const present = (command) =>
  command.startsWith('/')
    ? existsSync(command)
    : spawnSync('sh', ['-c', `command -v ${command}`]).status === 0

const quietly = (command, args) =>
  spawnSync(command, args, {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  }).status === 0

/** Puts in packages, all at once, where apt may be used. */
function put(names, needed) {
  if (process.getuid?.() !== 0 || !present('apt-get')) return
  console.log(`Installing ${names.join(', ')} for ${needed}.`)
  const add = (some) => quietly('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...some])
  // One that cannot be had keeps none of the others away.
  if (quietly('apt-get', ['update', '-qq']) && !add(names)) for (const name of names) add([name])
}

/** Makes sure that a program is there, or stops with the one command that a person has to give. */
export function provide({ command, package: name, needed }) {
  if (!present(command)) put([name], needed)
  if (present(command)) return
  fail(
    `${command} is missing; ${needed} need it. Install it (on Debian: sudo apt-get install ${name})${name === 'chromium' ? ', or name another Chromium in the variable CHROMIUM' : ''}, then run npm test again.`,
  )
}

/** The same for several that only some checks need: without one these are skipped, and say so. */
export function provideOptional(list, needed) {
  const missing = () => list.filter(([command]) => !present(command))
  if (missing().length > 0) put([...new Set(missing().map(([, name]) => name))], needed)
  for (const [command, name] of missing())
    console.log(`${command} is missing (on Debian: sudo apt-get install ${name}); ${needed} will be skipped.`)
}
