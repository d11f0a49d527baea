import AxeBuilder from '@axe-core/playwright'
import { expect, test } from '@playwright/test'
import { boatyard, demoSite, open } from './kit'

const VIEWS = [
  'brief',
  'networks',
  'networks?tab=ssids',
  'networks?tab=reach&panel=follow&from=ssid:ap-shop:ssid-berth&to=internet',
  'networks?tab=fixed',
  'networks?network=crew',
  'ports?device=switch&port=3&panel=findings',
  'ports?device=ap-shop&edit=device',
  'staging',
  'runbook',
  'proof',
  'ground',
  'handover',
  'parts',
  'jobs',
  'jobs/mesh',
]

/** Views that have more to show in the whole boatyard. */
const YARD_VIEWS = [
  'networks?tab=groups',
  'networks?tab=helpers',
  'ground?piece=devices.ap-hard&read=rate',
  'ground?piece=walls.w-ch-low',
  'ground?helper=open',
  'ground?files=open',
  'ground?settings=open',
  'ports?device=sw-shed&port=3&panel=follow&from=ssid:ap-work-2:ssid-crew&to=internet',
  'ports?sel=sw-shed.2~sw-gate.2',
  'ports?csv=ports',
  'ports?device=radius&edit=device',
  'ports?device=cafe-router&edit=device',
  'backhaul?device=bridge-hut&tab=bridge',
  'backhaul?tab=ends&settings=open',
]

const SITES = [
  { name: 'the chandlery', make: demoSite, views: VIEWS, own: ['/', '/guide/mesh'] },
  { name: 'the boatyard', make: boatyard, views: YARD_VIEWS, own: [] },
] as const

for (const theme of ['day', 'night'] as const)
  for (const { name, make, views, own } of SITES)
    test(`axe finds nothing serious on any view of ${name} by ${theme}`, async ({
      page,
      request,
      context,
      baseURL,
    }) => {
      test.setTimeout(480_000)
      const site = await make(request, baseURL!)
      await open(page, '/')
      if (theme === 'night') {
        await page.getByRole('button', { name: 'Switch to night' }).click()
        await expect(page.locator('html')).toHaveAttribute('data-theme', 'night')
      }
      const headers = { origin: baseURL! }
      await context.request.post(`${site}/bench`, { data: { kind: 'setUp' }, headers })
      await context.request.post(`${site}/proof`, { form: { intent: 'clients' }, headers })
      // By night the pages are the same in other colours: every third one, and contrast alone.
      const shown = views.filter((_, i) => theme === 'day' || i % 3 === 0)
      for (const view of [...own, ...shown.map((path) => `${site}/${path}`)]) {
        await open(page, view)
        const axe = new AxeBuilder({ page })
        const { violations } = await (theme === 'night' ? axe.withRules(['color-contrast']) : axe).analyze()
        const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')
        expect(
          serious.map(
            ({ id, nodes }) =>
              `${view}: ${id} ${nodes[0]?.html.slice(0, 160)} ${nodes[0]?.failureSummary ?? ''}`,
          ),
        ).toEqual([])
      }
    })
