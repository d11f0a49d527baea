import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'

export interface Ran {
  ok: boolean
  out: string
}

/** Runs a program and gives what it said; never throws. */
export function ran(
  command: string,
  args: string[],
  options: { input?: string; env?: NodeJS.ProcessEnv } = {},
): Ran {
  const { status, stdout, stderr } = spawnSync(command, args, {
    encoding: 'utf8',
    input: options.input ?? '',
    env: { ...process.env, ...options.env },
    timeout: 60_000,
  })
  return { ok: status === 0, out: `${stdout ?? ''}${stderr ?? ''}` }
}

/** Runs a program that has to work. */
export function must(command: string, args: string[], options: { env?: NodeJS.ProcessEnv } = {}): string {
  const { ok, out } = ran(command, args, options)
  if (!ok) throw new Error(`${command} ${args.join(' ')}: ${out}`)
  return out
}

/** A program by its name, or a part of one by its path. */
const has = (program: string): boolean =>
  program.startsWith('/') ? existsSync(program) : ran('sh', ['-c', `command -v ${program}`]).ok

/**
 * `test`, or `test.skip` with the reason printed, where this machine lacks programs or rights. Where CI says that the
 * real parts must run, a lack is a failure.
 */
export function testWith(programs: string[], alsoNeeded: () => string | null = () => null): jest.It {
  const missing = programs.filter((program) => !has(program))
  const why = missing.length > 0 ? `${missing.join(', ')} not installed` : alsoNeeded()
  if (why === null) return test
  if (process.env.YARD_BEACON_REAL_PARTS === 'needed') throw new Error(`The real parts cannot run: ${why}.`)
  console.warn(`Skipped: ${why}.`)
  return test.skip as unknown as jest.It
}

/** Why no network namespaces of our own can be made here, or null. */
export function noNamespaces(): string | null {
  const name = `ybprobe${process.pid}`
  const made = ran('ip', ['netns', 'add', name])
  if (!made.ok) return `network namespaces are not allowed here (${made.out.trim()})`
  const veth = ran('ip', ['-n', name, 'link', 'add', 'probe0', 'type', 'veth', 'peer', 'name', 'probe1'])
  ran('ip', ['netns', 'del', name])
  return veth.ok ? null : `veth pairs cannot be made here (${veth.out.trim()})`
}
