import { execFile } from 'node:child_process'

/** Runs a program without blocking and gives what it printed; what it prints before failing too. */
export const output = (command: string, args: string[]): Promise<string> =>
  new Promise((resolve) => execFile(command, args, { timeout: 30_000 }, (_error, stdout) => resolve(stdout)))

/** Runs a program without blocking; gives how it ended, too. */
export const told = (command: string, args: string[]): Promise<{ code: number | null; out: string }> =>
  new Promise((resolve) =>
    execFile(command, args, { timeout: 60_000 }, (error, out) =>
      resolve({ code: error === null ? 0 : typeof error.code === 'number' ? error.code : null, out }),
    ),
  )

/** Runs without blocking, so that many clients act at once; gives whether it worked. */
export function run(command: string, args: string[], mayFail: boolean): Promise<boolean> {
  return new Promise((resolve, reject) =>
    execFile(command, args, { timeout: 30_000 }, (error) => {
      if (error && !mayFail) reject(error)
      else resolve(error === null)
    }),
  )
}
