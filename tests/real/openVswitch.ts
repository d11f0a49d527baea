import { spawn } from 'node:child_process'
import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { createConnection } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { must } from './programs'

const SCHEMA = '/usr/share/openvswitch/vswitch.ovsschema'

/** An Open vSwitch of the test's own: its database, its daemon, and a folder for both. */
export interface OpenVswitch {
  /** One transaction of ovs-vsctl; commands are parted by `--`. */
  configure: (commands: string[][]) => void
  /** Asks the daemon, as ovs-appctl would. */
  ask: (method: string, ...params: string[]) => Promise<string>
  stop: () => Promise<void>
}

/** Starts it in user space. `dummy`: no packet ever leaves it, all ports are made up. */
export async function startOpenVswitch({ dummy }: { dummy: boolean }): Promise<OpenVswitch> {
  const folder = mkdtempSync(join(tmpdir(), 'ovs-'))
  const env = { OVS_RUNDIR: folder, OVS_LOGDIR: folder, OVS_DBDIR: folder, OVS_SYSCONFDIR: folder }
  const database = `unix:${join(folder, 'db.sock')}`
  must('ovsdb-tool', ['create', join(folder, 'conf.db'), SCHEMA], { env })
  const processes = [
    start('ovsdb-server', [join(folder, 'conf.db'), `--remote=p${database}`, '--unixctl=none'], env),
  ]
  await appears(folder, 'db.sock')
  // Its socket is there a moment before it listens.
  must('ovs-vsctl', [`--db=${database}`, '--retry', '--timeout=20', '--no-wait', 'init'], { env })
  const control = join(folder, 'switch.ctl')
  processes.push(
    start(
      'ovs-vswitchd',
      [database, `--unixctl=${control}`, ...(dummy ? ['--enable-dummy=override', '--disable-system'] : [])],
      env,
    ),
  )
  await appears(folder, 'switch.ctl')
  return {
    configure: (commands) =>
      void must(
        'ovs-vsctl',
        [`--db=${database}`, '--timeout=30', ...commands.flatMap((command) => ['--', ...command])],
        { env },
      ),
    ask: (method, ...params) => askOver(control, method, params),
    async stop() {
      for (const child of processes.reverse()) child.kill('SIGKILL')
      await Promise.all(
        processes.map((child) => child.exitCode ?? new Promise((done) => child.once('exit', done))),
      )
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

const start = (command: string, args: string[], env: NodeJS.ProcessEnv) =>
  spawn(command, args, { stdio: 'ignore', env: { ...process.env, ...env } })

async function appears(folder: string, name: string): Promise<void> {
  for (let tries = 0; tries < 200; tries++) {
    if (readdirSync(folder).includes(name)) return
    await new Promise((done) => setTimeout(done, 50))
  }
  throw new Error(`${name} did not appear`)
}

/** The daemon's control socket speaks JSON-RPC; one connection per question. */
function askOver(socket: string, method: string, params: string[]): Promise<string> {
  return new Promise((resolve, reject) => {
    let received = ''
    const connection = createConnection(socket, () =>
      connection.write(JSON.stringify({ id: 0, method, params })),
    )
    connection.setTimeout(20_000, () => connection.destroy(new Error(`${method}: no answer`)))
    connection.on('error', reject)
    connection.on('data', (chunk) => {
      received += chunk.toString()
      const answer = parsed(received)
      if (!answer) return
      connection.end()
      if (answer.error) reject(new Error(`${method} ${params.join(' ')}: ${answer.error}`))
      else resolve(answer.result ?? '')
    })
  })
}

function parsed(text: string): { result?: string; error?: string } | null {
  try {
    return JSON.parse(text) as { result?: string; error?: string }
  } catch {
    return null
  }
}
