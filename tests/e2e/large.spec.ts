import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { grownYard } from '~/benchmarks/grownYard'
import { writeSiteFile } from '~/schema/siteFile'
import { choose, faultsOf, open, siteFrom } from './kit'

test('60 switches and 500 access points stay usable: search, filter, lists that draw what is in view', async ({
  page,
  request,
  baseURL,
}) => {
  test.setTimeout(120_000)
  const faults = faultsOf(page)
  const folder = mkdtempSync(join(tmpdir(), 'yard-large-'))
  const file = join(folder, 'large.json')
  writeFileSync(file, writeSiteFile(grownYard(500), true))
  const site = await siteFrom(request, baseURL!, file)
  rmSync(folder, { recursive: true })

  await open(page, `${site}/ports`)
  const count = page.getByRole('search').getByRole('status')
  await expect(count).toHaveText('559 of 559')
  await expect(page.getByRole('group', { name: '58 port strips' })).toBeVisible()
  const list = page.getByRole('group', { name: '559 devices' })
  expect(await list.getByRole('row').count()).toBeLessThan(60)
  await page.getByRole('searchbox').fill('AP 499')
  await expect(count).toHaveText('2 of 559')
  await expect(page.getByRole('link', { name: 'AP 499', exact: true })).toBeVisible()
  await page.getByRole('searchbox').fill('')
  await choose(page.getByRole('combobox', { name: 'Show' }), 'vlan:107')
  await expect(count).not.toHaveText('559 of 559')

  await open(page, `${site}/ports?device=sw7&port=3`)
  const chart = page.getByRole('region', { name: 'Chart of the switches' })
  await expect(chart.getByRole('group', { name: 'Switch 7 on the chart' })).toBeVisible()
  expect(await chart.getByRole('group').count()).toBeLessThan(10)

  await open(page, `${site}/ports?panel=follow`)
  await page.getByLabel('Find a place').fill('Yard 3 on AP 250')
  await choose(page.getByLabel('Who speaks'), { label: 'Yard 3 on AP 250' })
  await choose(page.getByLabel('To whom'), { label: 'the internet' })
  await expect(page.getByText('Reached. Yard 3 on AP 250 reaches the internet')).toBeVisible({
    timeout: 20_000,
  })

  await open(page, `${site}/networks?tab=reach`)
  await expect(
    page
      .getByRole('row', { name: /^Network 2/ })
      .getByRole('link', { name: 'kept out' })
      .first(),
  ).toBeVisible()
  expect(faults).toEqual([])
})
