import { chromium } from '@playwright/test'
const base = 'http://127.0.0.1:4318'
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox','--disable-gpu','--disable-quic','--no-first-run','--disable-background-networking','--disable-component-update','--disable-sync'] })
const p = await b.newPage({ viewport: { width: 1280, height: 800 } })
await p.addInitScript(() => localStorage.setItem('yard-beacon-who', 'M'))
await p.goto(base); 
const href = await p.locator('a[href^="/sites/"]').first().getAttribute('href')
const site = href.match(/\/sites\/[^/]+/)[0]
console.log(site)
const req = async (body) => { const r = await p.request.post(`${base}${site}/bench`, { data: body, headers: { origin: base } }); return r.status() }
await p.goto(`${base}${site}/networks`); await p.waitForSelector('[data-ready]')
await p.getByRole('tab', { name: /SSID/ }).first().click(); await p.getByRole('button', { name: /Yard login/ }).first().click(); await p.waitForTimeout(500)
await p.screenshot({ path: '/tmp/s2.png' })
await p.goto(`${base}${site}/ports?device=radius`); await p.waitForSelector('[data-ready]'); await p.waitForTimeout(600)
await p.screenshot({ path: '/tmp/s3.png' }); await b.close()
