import { expect, type Page } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startApp, type App } from '../app'
import { test } from './browser'
import { DEMO_PAGES, demoAddresses } from './demo-pages'
import { expectAccessible, expectNoSidewaysScroll, listen, signIn } from './page'

const DESK = { width: 1280, height: 800 }
const PHONE = { width: 390, height: 844 }
const lead = signIns.find((person) => person.role === 'lead')!

let app: App
let addresses: Map<string, string>
let page: Page
test.beforeAll(async ({ browser }) => {
  app = await startApp({ demo: true })
  addresses = await demoAddresses(app)
  page = await (await browser.newContext()).newPage()
  await signIn(page, app.url, lead.email, lead.password)
})
test.afterAll(async () => {
  await page.context().close()
  await app.end()
})

for (const { name } of DEMO_PAGES) {
  test(`${name}: no serious fault by axe by day, by night and on a phone; no console error`, async () => {
    const heard = listen(page)
    await page.setViewportSize(DESK)
    await page.emulateMedia({ colorScheme: 'light' })
    await page.goto(addresses.get(name)!)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    await page.waitForLoadState('networkidle')
    await test.step('by day', () => expectAccessible(page))
    await page.emulateMedia({ colorScheme: 'dark' })
    await expect(page.locator('html')).toHaveClass(/dark/)
    // By night only the colours differ.
    await test.step('by night', () => expectAccessible(page, { only: 'color-contrast' }))
    await page.setViewportSize(PHONE)
    await page.emulateMedia({ colorScheme: 'light' })
    await test.step('on a phone', async () => {
      // The colours were looked at above.
      await expectAccessible(page, { without: 'color-contrast' })
      await expectNoSidewaysScroll(page)
    })
    expect(heard).toEqual([])
  })
}
