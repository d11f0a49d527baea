import { spawnSync } from 'node:child_process'

/** A program as a person starts it, from the root of the repository. */
export const started = (command: string, args: string[]) => {
  const { status, stdout, stderr } = spawnSync(command, args, { encoding: 'utf8', timeout: 20_000 })
  return { status, stdout, stderr, json: () => JSON.parse(stdout) as Record<string, any> }
}

/** The command line. */
export const beacon = (...args: string[]) =>
  started(process.execPath, ['--import', 'tsx', 'cli/main.ts', ...args])
