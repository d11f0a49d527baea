import { createConnection } from 'node:net'
import { networkInterfaces } from 'node:os'
import { expect, test } from '@playwright/test'
import { demoSite, open, postEdit } from './kit'

test('pages carry a strict policy, and it holds', async ({ page }) => {
  const answer = await page.goto('/')
  const policy = answer?.headers()['content-security-policy'] ?? ''
  expect(policy).toContain("default-src 'none'")
  expect(policy).toMatch(/script-src 'self' 'nonce-[A-Za-z0-9+/=]+';/)
  expect(policy).not.toContain("script-src 'self' 'unsafe-inline'")
  await page.waitForSelector('[data-ready]')
  const ran = await page.evaluate(() => {
    const script = document.createElement('script')
    script.textContent = 'window.strangerRan = true'
    document.head.append(script)
    return 'strangerRan' in window
  })
  expect(ran).toBe(false)
})

test('a page asked for by a stranger’s name is refused', async ({ request }) => {
  const answer = await request.get('/', { headers: { host: 'rebound.example' } })
  expect(answer.status()).toBe(421)
  expect(await answer.text()).toContain('at 127.0.0.1 or localhost')
})

test('posts from elsewhere are refused', async ({ request, baseURL }) => {
  const site = await demoSite(request, baseURL!)
  const body = { revision: 1, label: 'x', edits: [{ op: 'describe', header: { name: 'Taken' } }] }
  expect(
    (
      await request.post(`${site}/edit`, { data: body, headers: { origin: 'http://elsewhere.example' } })
    ).status(),
  ).toBe(403)
  expect((await request.post(`${site}/edit`, { data: body })).status()).toBe(403)
  expect((await postEdit(request, baseURL!, site, body)).status()).toBe(200)
})

test('the server listens on the loopback address only', async ({ baseURL }) => {
  const port = Number(new URL(baseURL!).port)
  const outside = Object.values(networkInterfaces())
    .flat()
    .filter((address) => address && !address.internal && address.family === 'IPv4')
  for (const address of outside) {
    const answered = await new Promise<boolean>((resolve) => {
      const socket = createConnection({ host: address!.address, port, timeout: 1000 })
      socket
        .once('connect', () => resolve(true))
        .once('error', () => resolve(false))
        .once('timeout', () => resolve(false))
      socket.once('connect', () => socket.destroy())
    })
    expect(answered).toBe(false)
  }
})

test('text from people is shown as text', async ({ page, request, baseURL }) => {
  const site = await demoSite(request, baseURL!)
  const name = '<img src=x onerror=alert(1)>'
  await postEdit(request, baseURL!, site, {
    revision: 1,
    label: name,
    edits: [{ op: 'describe', header: { name } }],
  })
  await open(page, `${site}/handover`)
  await expect(page.getByRole('heading', { name })).toBeVisible()
})

for (const path of ['/sites/none/brief', '/sites/none/export', '/nowhere'])
  test(`no page at ${path}: said in words, no stack`, async ({ page }) => {
    const answer = await page.goto(path)
    expect(answer?.status()).toBe(404)
    expect(await page.content()).not.toContain('    at ')
  })

for (const body of ['', '[]', '{"kind":"sink"}', '{"kind":"speed","speed":7}', '{"kind":"adopt"}'])
  test(`a bench request that makes no sense: ${body || 'nothing'}`, async ({ request, baseURL }) => {
    const site = await demoSite(request, baseURL!)
    const answer = await request.post(`${site}/bench`, {
      data: Buffer.from(body),
      headers: { origin: baseURL!, 'content-type': 'application/json' },
    })
    expect(answer.status()).toBe(400)
    expect((await answer.json()).problems.length).toBeGreaterThan(0)
  })
