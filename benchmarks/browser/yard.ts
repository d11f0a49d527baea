import { spawn } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import type { Browser } from '@playwright/test'
import type { Site } from '~/core/plan'
import { CHROMIUM } from '../../scripts/chromium'
import { openDatabase, storeOn } from '~/store'

/** The built application with sites of its own, and a browser beside it: both end with `stop`. */
export interface Yard {
  base: string
  browser: Browser
  /** In the order in which they were given. */
  siteIds: string[]
  stop: () => Promise<void>
}

/** Serves sites as `npm run demo` would, from a directory that is thrown away. */
export async function openYard(sites: readonly Site[]): Promise<Yard> {
  const data = mkdtempSync(join(tmpdir(), 'yard-beacon-bench-'))
  const db = openDatabase(join(data, 'yard-beacon.sqlite'))
  const store = storeOn(db)
  const siteIds = sites.map((site) => store.sites.create(site))
  db.close()
  const port = await freePort()
  const server = spawn(process.execPath, ['scripts/serve.mjs', '--port', String(port), '--data', data], {
    stdio: 'ignore',
  })
  const base = `http://127.0.0.1:${port}`
  await answers(base, server)
  const browser = await chromium.launch(CHROMIUM)
  return {
    base,
    browser,
    siteIds,
    stop: async () => {
      await browser.close()
      server.kill()
      rmSync(data, { recursive: true, force: true })
    },
  }
}

const freePort = (): Promise<number> =>
  new Promise((resolve, reject) => {
    const probe = createServer()
    probe.once('error', reject)
    probe.listen(0, '127.0.0.1', () => {
      const at = probe.address()
      probe.close(() => (typeof at === 'object' && at ? resolve(at.port) : reject(new Error('no port'))))
    })
  })

async function answers(base: string, server: ChildProcess): Promise<void> {
  for (let tries = 0; tries < 200; tries++) {
    if (server.exitCode !== null) throw new Error('The server ended. Is the application built?')
    const is = await fetch(base).then(
      ({ ok }) => ok,
      () => false,
    )
    if (is) return
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  throw new Error('The server does not answer.')
}
