import { spawn } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { must, ran } from './programs'

/** Network namespaces of a test's own, with what runs in them; all of it goes when the test ends. */
export class Spaces {
  private readonly prefix = `yw${process.pid % 10_000}`
  private readonly names: string[] = []
  private readonly running: ChildProcess[] = []

  add(name: string): string {
    const space = `${this.prefix}${name}`
    must('ip', ['netns', 'add', space])
    this.names.push(space)
    must('ip', ['-n', space, 'link', 'set', 'lo', 'up'])
    return space
  }

  /** A cable between interfaces in two namespaces, with their addresses; null: none. */
  cable(
    a: [space: string, name: string, cidr: string | null],
    b: [space: string, name: string, cidr: string | null],
  ): void {
    const [one, two] = [a, b]
    must('ip', ['-n', one[0], 'link', 'add', one[1], 'type', 'veth', 'peer', 'name', two[1], 'netns', two[0]])
    for (const [space, name, cidr] of [a, b]) {
      if (cidr) must('ip', ['-n', space, 'addr', 'add', cidr, 'dev', name])
      must('ip', ['-n', space, 'link', 'set', name, 'up'])
    }
  }

  must = (space: string, ...command: string[]): string => must('ip', ['netns', 'exec', space, ...command])
  try = (space: string, ...command: string[]) => ran('ip', ['netns', 'exec', space, ...command])

  start(space: string, ...command: string[]): ChildProcess {
    const child = spawn('ip', ['netns', 'exec', space, ...command], { stdio: 'ignore', detached: true })
    this.running.push(child)
    return child
  }

  /** Ends one that was started, and all that it started itself. */
  static kill({ pid }: ChildProcess, signal: NodeJS.Signals = 'SIGKILL'): void {
    try {
      if (pid !== undefined) process.kill(-pid, signal)
    } catch {
      // It has ended already.
    }
  }

  down(): void {
    for (const child of this.running) Spaces.kill(child)
    for (const name of this.names) ran('ip', ['netns', 'del', name])
  }
}

export const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms))
