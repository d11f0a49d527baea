/** Takes the pictures of docs/screenshots from the demo: serves a fresh copy, drives it, and writes one PNG per view. */
import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { bin, build, root, run } from './setup.mjs'

const PORT = 4396
const base = `http://127.0.0.1:${PORT}`
const data = mkdtempSync(join(tmpdir(), 'yard-beacon-pictures-'))

build()
run(bin('tsx'), ['demo/seed.ts', data])
const server = spawn(process.execPath, ['scripts/serve.mjs', '--port', String(PORT), '--data', data], {
  cwd: root,
  stdio: 'ignore',
})
try {
  await answers()
  const flags = [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ]
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: flags,
  })
  await pictures(await browser.newPage({ viewport: { width: 1280, height: 800 } }))
  await browser.close()
} finally {
  server.kill()
  rmSync(data, { recursive: true, force: true })
}

async function pictures(page) {
  await page.addInitScript({ content: "localStorage.setItem('yard-beacon-who', 'R. Amber')" })
  const open = async (path) => {
    await page.goto(path)
    await page.waitForSelector('[data-ready]')
  }
  const shot = (name) => page.screenshot({ path: join(root, 'docs', 'screenshots', `${name}.png`) })
  const view = async (name, path) => {
    await open(path)
    await shot(name)
  }
  await view('sites', base)
  await page.getByRole('link', { name: 'Tern Quay Boatyard', exact: true }).click()
  await page.waitForURL(/brief/)
  const site = page.url().replace(/\/brief.*/, '')
  const down = (by) => page.evaluate((top) => document.querySelector('main')?.scrollTo(0, top), by)
  await view('brief', `${site}/brief`)
  await open(`${site}/runbook`)
  await page.getByRole('button', { name: /^Mark revision/ }).click()
  await page.getByText('What is built is what is planned').waitFor()
  await view('networks', `${site}/networks`)
  await view('ssids', `${site}/networks?tab=ssids`)
  await view('reach', `${site}/networks?tab=reach`)
  await view('findings', `${site}/networks?panel=findings`)
  await view('follow', `${site}/ports?panel=follow&from=ssid:ap-work-2:ssid-crew&to=internet`)
  await open(`${site}/ground?band=2.4`)
  const fine = '[data-chart-done="0.5"]'
  await page.waitForSelector(fine)
  const placed = await page.locator('[data-placed="ap-hard"]').boundingBox()
  await page.mouse.move(placed.x + 110, placed.y + 60)
  await page.locator('[data-signal]').waitFor()
  await shot('ground')
  await open(`${site}/ground?helper=open`)
  await page.getByRole('button', { name: 'Work it out' }).first().click()
  await page.locator('[data-proposal]').waitFor({ timeout: 60_000 })
  await shot('ground-helpers')
  await open(`${site}/backhaul`)
  await page.waitForSelector('[data-study=done]', { timeout: 60_000 })
  await page.locator('[data-failure="sw-gate"]').getByRole('button').focus()
  await page.evaluate(() => document.querySelector('main')?.scrollTo(0, 0))
  await shot('backhaul')
  await open(`${site}/backhaul?tab=bridge`)
  await page.waitForSelector('[data-study=done]', { timeout: 60_000 })
  await down(620)
  await page.waitForTimeout(300)
  await shot('bridge')
  await view('ports', `${site}/ports?device=switch&port=7`)
  await open(base)
  await page.getByLabel('Name').fill('Corner House')
  await page.getByLabel('What is to be done?').click()
  await page.getByRole('option', { name: /^A few access points/ }).click()
  await page.getByRole('button', { name: 'Begin' }).click()
  await page.waitForSelector('[data-preview]')
  await shot('job')
  await open(`${site}/staging?panel=findings`)
  const mends = page.locator('[data-code] .button-main')
  for (let left = await mends.count(); left > 0; left = await mends.count()) {
    const id = await page.locator('[data-finding]:has(.button-main)').first().getAttribute('data-finding')
    await mends.first().click()
    await page.locator(`[data-finding="${id}"]`).waitFor({ state: 'detached' })
  }
  await open(`${site}/runbook`)
  await page.getByLabel('The laptop is plugged into').click()
  await page.getByRole('option', { name: 'Yard gateway port L3' }).click()
  await page.getByRole('button', { name: 'Work out the order' }).click()
  await page.getByText('every step showed what it promises').waitFor({ timeout: 60_000 })
  await page.getByRole('button', { name: /^Begin the work/ }).click()
  await page.getByRole('region', { name: /^Step 1 of/ }).waitFor()
  await page.getByRole('button', { name: 'Done, and seen' }).click()
  await page.getByRole('region', { name: /^Step 2 of/ }).waitFor()
  await page.evaluate(() => document.querySelector('main')?.scrollTo(0, 0))
  await page.waitForTimeout(1200)
  await shot('runbook')
  await open(`${site}/staging`)
  await page.getByRole('button', { name: 'Set up the bench' }).click()
  await page.getByRole('button', { name: 'Power everything on' }).click()
  await page.getByRole('radio', { name: '× 60', exact: true }).click()
  const accessPoint = (phase) =>
    page.waitForSelector(`[data-device="ap-shop"][data-phase="${phase}"]`, { timeout: 60_000 })
  await accessPoint('waiting')
  await page.locator('[data-device="ap-shop"] button').click()
  await page.getByRole('button', { name: 'Adopt it' }).click()
  await accessPoint('configuring')
  await page.locator('.rehearsal').scrollIntoViewIfNeeded()
  await page.waitForTimeout(900)
  await shot('staging')
  // What hangs on the radio comes later: whatever waits is adopted until nothing does.
  await page.getByRole('radio', { name: '× 600' }).click()
  const up = page.locator('[data-device][data-phase="running"], [data-device][data-phase="byRadio"]')
  const all = await page.locator('[data-device]').count()
  for (let rounds = 0; rounds < 120 && (await up.count()) < all; rounds++) {
    const adopt = page.getByRole('button', { name: /^Adopt/ })
    if (await adopt.count()) await adopt.first().click()
    await page.waitForTimeout(500)
  }
  await page.getByLabel('Log', { exact: true }).fill('AP over the counter runs, label on the case')
  await page.keyboard.press('Enter')

  await open(`${site}/proof`)
  const asked = page.getByRole('region', { name: 'Requirements and their evidence' })
  for (const [group, how] of [
    ['Ping from Yard gear to the internet', 'answered'],
    ['Ping from Crew to the internet', 'answered'],
    ['Ping from Crew to Cameras', 'answered'],
    ['Ping from Crew to Tills', 'no answer'],
  ])
    await asked.getByRole('radiogroup', { name: group }).getByLabel(how, { exact: true }).check()
  await asked.getByLabel('Who saw it').fill('R. Amber')
  await asked.getByLabel('Where').fill('counter, and the workshop printer’s port')
  await asked.getByRole('button', { name: /^Record these pings/ }).click()
  await asked.getByText('proven on this revision').first().waitFor()
  await page.evaluate(() => document.querySelector('main')?.scrollTo(0, 0))
  await shot('proof')
  await page.getByLabel('Link rate, Mbit/s').fill('600')
  await page.getByLabel('Where you stood').fill('at the counter, 6 m')
  await page.getByLabel('Result file').setInputFiles('tests/reference/data/iperf3/tcp-up.json')
  await page.getByRole('button', { name: 'Take it in' }).click()
  await page.getByLabel(/The other way/).setInputFiles('tests/reference/data/iperf3/tcp-reverse.json')
  await page.getByRole('button', { name: 'Add this way' }).click()
  await page.getByText('at the counter, 6 m: passed').waitFor()
  await page.locator('.recharts-surface').first().waitFor()
  await view('parts', `${site}/parts`)
  await open(`${site}/handover`)
  await page.getByRole('article', { name: 'The record' }).waitFor()
  await shot('handover')
  await page.getByRole('button', { name: 'Switch to night' }).click()
  await page.waitForSelector('[data-theme="night"]')
  await open(`${site}/ground`)
  await page.waitForSelector('[data-chart-done="0.5"]')
  await shot('night')
}

async function answers() {
  for (let i = 0; i < 100; i++) {
    try {
      if ((await fetch(base)).ok) return
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 200))
    }
  }
  throw new Error('the server does not answer')
}
