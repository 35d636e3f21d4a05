import { expect, test, type Page } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startApp, type App } from '../app'
import { demoPages } from './demo-pages'
import { expectAccessible, expectNoSidewaysScroll, listen, signIn } from './page'

/** Read before the first test runs; the names alone are known without a database. */
const NAMES = [
  'today',
  'jobs',
  'new job',
  'job',
  'card',
  'permits',
  'draft permit',
  'permit',
  'watch',
  'gear',
  'locked machine',
  'shop',
  'house chart',
  'house rules',
  'accounts',
  'account',
  'sessions',
  'session',
  'my card',
  'eyes',
  'stores',
  'stock',
  'scan',
  'people',
  'person',
  'air',
  'hood',
  'air check',
  'samples',
  'own consumables',
  'monitors',
  'courses',
  'import',
  'booth',
]
const DESK = { width: 1280, height: 800 }
const PHONE = { width: 390, height: 844 }
const lead = signIns.find((person) => person.role === 'lead')!

let app: App
let paths: Map<string, string>
let page: Page
test.beforeAll(async ({ browser }) => {
  app = await startApp({ demo: true })
  paths = new Map((await demoPages(app)).map(({ name, path }) => [name, path]))
  page = await (await browser.newContext()).newPage()
  await signIn(page, app.url, lead.email, lead.password)
})
test.afterAll(async () => {
  await page.context().close()
  await app.end()
})

test('the walk leaves no page of the demo out', () => {
  expect([...paths.keys()]).toEqual(NAMES)
})

for (const name of NAMES) {
  test(`${name}: no serious fault by axe by day, by night and on a phone; no console error`, async () => {
    const heard = listen(page)
    await page.setViewportSize(DESK)
    await page.emulateMedia({ colorScheme: 'light' })
    await page.goto(app.url + paths.get(name)!)
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
