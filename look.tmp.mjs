import { chromium } from '@playwright/test'
const [,, name, path, theme='day', w='1280', h='800', scroll='0', click=''] = process.argv
const b = await chromium.launch({ executablePath:'/usr/bin/chromium', args:['--no-sandbox','--disable-gpu','--disable-quic','--no-first-run','--disable-background-networking','--disable-component-update','--disable-sync'] })
const p = await b.newPage({ viewport:{ width:+w, height:+h } })
p.on('pageerror', e => console.log('PAGEERROR', e.message)); p.on('console', m => { if (m.type()==='error') console.log('CONSOLE', m.text()) })
if (theme==='night') await p.context().addCookies([{ name:'theme', value:'night', url:'http://127.0.0.1:4555' }])
await p.goto('http://127.0.0.1:4555/'); 
const href = await p.getByRole('link',{name:'Tern Quay Boatyard', exact:true}).getAttribute('href')
const site = href.replace(/\/brief.*/,'')
if (path!=='/') { await p.goto('http://127.0.0.1:4555'+site+path); }
await p.waitForSelector('[data-ready]'); await p.waitForTimeout(path.startsWith('/ground')||path.startsWith('/backhaul')?2500:500)
if (+scroll) await p.evaluate(t=>document.querySelector('main')?.scrollTo(0,t), +scroll)
if (click) for (const c of click.split(';;')) { if (c.startsWith('key:')) await p.keyboard.press(c.slice(4)); else if (c.startsWith('type:')) await p.keyboard.type(c.slice(5)); else await p.locator(c).first().click(); await p.waitForTimeout(400) }
await p.screenshot({ path:`/tmp/look/${name}.png` }); await b.close()
