import { spawn } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { expect, test } from '@playwright/test'
import { freePort } from '../kit/freePort'

async function serve(data: string): Promise<{ base: string; process: ChildProcess }> {
  const port = await freePort()
  const server = spawn(process.execPath, ['scripts/serve.mjs', '--port', String(port), '--data', data], {
    stdio: 'ignore',
  })
  const base = `http://127.0.0.1:${port}`
  await expect(async () => expect((await fetch(base)).ok).toBe(true)).toPass({ timeout: 20_000 })
  return { base, process: server }
}

const ended = (server: ChildProcess) => new Promise((resolve) => server.once('exit', resolve))

const post = (base: string, path: string, body: object) =>
  fetch(`${base}${path}`, {
    method: 'POST',
    headers: { origin: base, 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })

test('killed in the middle of 200 rapid edits: no acknowledged edit is lost, and undo goes on after the restart', async () => {
  test.setTimeout(120_000)
  const data = mkdtempSync(join(tmpdir(), 'yard-beacon-kill-'))
  let server = await serve(data)
  try {
    const made = await fetch(`${server.base}/?index`, {
      method: 'POST',
      headers: { origin: server.base },
      body: new URLSearchParams({ intent: 'demo', version: 'mended' }),
      redirect: 'manual',
    })
    const site = (made.headers.get('location') ?? '').replace(/\/brief$/, '')
    let acknowledged = 0
    const gone = ended(server.process)
    for (let i = 1; i <= 200; i++) {
      if (i === 120) setTimeout(() => server.process.kill('SIGKILL'), 3)
      try {
        const answer = await post(server.base, `${site}/edit`, {
          revision: i,
          label: `edit ${i}`,
          edits: [{ op: 'describe', header: { notes: `edit ${i}` } }],
        })
        if (((await answer.json()) as { ok: boolean }).ok) acknowledged = i
      } catch {
        break
      }
    }
    await gone
    expect(acknowledged).toBeGreaterThan(100)
    expect(acknowledged).toBeLessThan(200)

    const db = new Database(join(data, 'yard-beacon.sqlite'), { readonly: true })
    expect(db.pragma('integrity_check', { simple: true })).toBe('ok')
    db.close()

    server = await serve(data)
    const notes = async () =>
      ((await (await fetch(`${server.base}${site}/export`)).json()) as { notes: string }).notes
    const kept = Number((await notes()).replace('edit ', ''))
    expect(kept).toBeGreaterThanOrEqual(acknowledged)
    expect(kept).toBeLessThanOrEqual(acknowledged + 1)
    expect((await post(server.base, `${site}/step`, { way: 'undo', revision: kept + 1 })).ok).toBe(true)
    expect(await notes()).toBe(`edit ${kept - 1}`)
    expect((await post(server.base, `${site}/step`, { way: 'redo', revision: kept + 2 })).ok).toBe(true)
    expect(await notes()).toBe(`edit ${kept}`)
  } finally {
    server.process.kill('SIGKILL')
    rmSync(data, { recursive: true, force: true })
  }
})
