import { spawnSync } from 'node:child_process'
import { rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

/** A program as a person starts it, from the root of the repository. */
export const started = (command: string, args: string[]) => {
  const { status, stdout, stderr } = spawnSync(command, args, { encoding: 'utf8', timeout: 20_000 })
  return { status, stdout, stderr, json: () => JSON.parse(stdout) as Record<string, any> }
}

let made: string | null = null
afterAll(() => made !== null && rmSync(made, { force: true, recursive: true }))

/** The command line in few files, made once: so many of it are started. */
export function bundledBeacon(): string {
  if (made !== null) return join(made, 'main.js')
  const folder = join('node_modules', '.cache', `beacon-${process.pid}`)
  const { status, stderr } = started('node_modules/.bin/esbuild', [
    ...['cli/main.ts', '--bundle', '--platform=node', '--format=esm', '--packages=external', '--splitting'],
    ...[`--outdir=${folder}`, '--log-level=error'],
  ])
  if (status !== 0) throw new Error(`the command line cannot be put into few files: ${stderr}`)
  writeFileSync(join(folder, 'package.json'), '{"type":"module"}')
  made = folder
  return join(folder, 'main.js')
}

/** The command line. */
export const beacon = (...args: string[]) => started(process.execPath, [bundledBeacon(), ...args])
