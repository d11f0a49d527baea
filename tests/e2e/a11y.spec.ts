import AxeBuilder from '@axe-core/playwright'
import { expect, test } from '@playwright/test'
import { demoSite, open } from './kit'

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
  'proof',
  'handover',
]

for (const theme of ['day', 'night'] as const)
  test(`axe finds nothing serious on any view by ${theme}`, async ({ page, request, context, baseURL }) => {
    test.setTimeout(120_000)
    const site = await demoSite(request, baseURL!)
    await open(page, '/')
    if (theme === 'night') {
      await page.getByRole('button', { name: 'Switch to night' }).click()
      await expect(page.locator('html')).toHaveAttribute('data-theme', 'night')
    }
    const headers = { origin: baseURL! }
    await context.request.post(`${site}/bench`, { data: { kind: 'setUp' }, headers })
    await context.request.post(`${site}/proof`, { form: { intent: 'clients' }, headers })
    for (const view of ['/', ...VIEWS.map((name) => `${site}/${name}`)]) {
      await open(page, view)
      const { violations } = await new AxeBuilder({ page }).analyze()
      const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')
      expect(
        serious.map(
          ({ id, nodes }) =>
            `${view}: ${id} ${nodes[0]?.html.slice(0, 160)} ${nodes[0]?.failureSummary ?? ''}`,
        ),
      ).toEqual([])
    }
  })
