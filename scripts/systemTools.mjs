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

/**
 * Makes sure that a program is there. Without it an optional part is skipped, and says so; otherwise this stops with the
 * one command that a person has to give.
 */
export function provide({ command, package: name, needed, optional = false }) {
  if (present(command)) return
  const isRoot = process.getuid?.() === 0
  if (isRoot && present('apt-get')) {
    console.log(`Installing ${name} for ${needed}.`)
    if (
      quietly('apt-get', ['update', '-qq']) &&
      quietly('apt-get', ['install', '-y', '-qq', '--no-install-recommends', name]) &&
      present(command)
    )
      return
  }
  if (optional) {
    console.log(`${command} is missing (on Debian: sudo apt-get install ${name}); ${needed} will be skipped.`)
    return
  }
  fail(
    `${command} is missing; ${needed} need it. Install it (on Debian: sudo apt-get install ${name})${name === 'chromium' ? ', or name another Chromium in the variable CHROMIUM' : ''}, then run npm test again.`,
  )
}
