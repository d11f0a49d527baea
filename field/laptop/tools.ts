import { execFile } from 'node:child_process'

/** What a program said. `code` null: it is not there, was ended, or took too long. */
export interface Said {
  code: number | null
  out: string
  /** Why there is no code. */
  why: 'missing' | 'cancelled' | 'tooLong' | null
}

/** Programs that the laptop may run; no other is ever started, and none through a shell. */
export const PROGRAMS = ['ip', 'ping', 'iw', 'lldpcli', 'iperf3'] as const
export type Program = (typeof PROGRAMS)[number]

/** Runs one of the laptop's programs. */
export type Run = (program: Program, args: readonly string[], signal?: AbortSignal) => Promise<Said>

/** Longest that any of them may take. */
const MOST_MS = 30_000
const MOST_BYTES = 4_000_000

/** On this machine. Words are printed in English, whatever the machine speaks. */
export const runHere: Run = (program, args, signal) =>
  new Promise((resolve) => {
    execFile(
      program,
      [...args],
      {
        timeout: MOST_MS,
        maxBuffer: MOST_BYTES,
        env: { ...process.env, LC_ALL: 'C' },
        shell: false,
        ...(signal ? { signal } : {}),
      },
      (error, out) => {
        const code = error === null ? 0 : typeof error.code === 'number' ? error.code : null
        resolve({ code, out, why: code === null ? whyNot(error) : null })
      },
    )
  })

function whyNot(error: { name?: string; code?: unknown } | null): Said['why'] {
  if (error?.code === 'ENOENT') return 'missing'
  return error?.name === 'AbortError' ? 'cancelled' : 'tooLong'
}
