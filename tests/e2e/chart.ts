import type { Page } from '@playwright/test'

/** The chart at its finest. */
export const fine = '[data-chart-done="0.5"]'

/** Where a spot of the ground lies on the screen: read from two access points whose places are known. */
export async function onScreen(page: Page): Promise<(x: number, y: number) => { x: number; y: number }> {
  const at = async (id: string) => {
    const [dx, dy] = ((await page.locator(`[data-placed="${id}"]`).getAttribute('transform')) ?? '')
      .replace(/[^0-9. -]/g, '')
      .split(' ')
      .map(Number)
    return { x: dx ?? 0, y: dy ?? 0 }
  }
  const box = (await page.locator('[data-chart]').boundingBox())!
  const [shop, hard] = [await at('ap-shop'), await at('ap-hard')]
  // ap-shop is mounted at 58 E 100 N, ap-hard at 175 E 142 N.
  const perM = (hard.x - shop.x) / (175 - 58)
  return (x, y) => ({ x: box.x + shop.x + (x - 58) * perM, y: box.y + shop.y - (y - 100) * perM })
}
