import { readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const FILE = join(tmpdir(), 'yard-lab-turn')

/**
 * One site at a time is brought up for real, whatever runs beside it: two would take each other the time in which a lease is asked for.
 * Gives what ends the turn. Who died in his turn has none any more.
 */
export async function myTurn(): Promise<() => void> {
  for (;;) {
    try {
      writeFileSync(FILE, String(process.pid), { flag: 'wx' })
      return () => rmSync(FILE, { force: true })
    } catch {
      if (!isAlive(holder())) rmSync(FILE, { force: true })
      await new Promise((done) => setTimeout(done, 50 + Math.random() * 100))
    }
  }
}

function holder(): number {
  try {
    const pid = Number(readFileSync(FILE, 'utf8'))
    // Written in two steps: an empty file is one that somebody is just taking.
    return pid > 0 ? pid : process.pid
  } catch {
    return process.pid
  }
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0)
    return true
  } catch {
    return false
  }
}
