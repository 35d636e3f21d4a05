import { expect } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startApp, type App } from '../app'
import { test } from './browser'
import { demoAddresses } from './demo-pages'
import { signIn } from './page'

let app: App
let pages: Map<string, string>
test.beforeAll(async () => {
  app = await startApp({ demo: true })
  pages = await demoAddresses(app)
})
test.afterAll(() => app.end())

const as = (role: string) => signIns.find((person) => person.role === role)!

test('on a phone every target is big enough for a glove', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await signIn(page, app.url, as('worker').email, as('worker').password)
  for (const name of ['today', 'job', 'watch', 'locked machine', 'my card', 'air check']) {
    await page.goto(pages.get(name)!)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    const heights = await page
      .getByRole('main')
      // The target of a radio is its label.
      .locator('button:visible:not([role=radio], [role=checkbox])')
      .evaluateAll((buttons) => buttons.map((button) => button.getBoundingClientRect().height))
    for (const height of heights) expect(height, name).toBeGreaterThanOrEqual(24)
  }
  await page.goto(pages.get('watch')!)
  const round = page.getByRole('button', { name: 'Round made' })
  const box = (await round.boundingBox())!
  expect(box.height).toBeGreaterThan(70)
  expect(box.y + box.height).toBeLessThan(844 - 60)
})

test('a list is searched, shared by its address, and gone back to', async ({ page }) => {
  await signIn(page, app.url, as('viewer').email, as('viewer').password)
  await page.goto(`${app.url}/gear`)
  await expect(page.getByText('159 pieces of gear')).toBeVisible()
  await page.getByRole('button', { name: 'Next page' }).click()
  await expect(page).toHaveURL(/page=2/)
  await page.getByLabel('Search pieces of gear').fill('acetylene')
  await expect(page).toHaveURL(/q=acetylene/)
  await expect(page).not.toHaveURL(/page=/)
  await page.reload()
  await expect(page.getByLabel('Search pieces of gear')).toHaveValue('acetylene')
  await expect(page.getByText('7 pieces of gear')).toBeVisible()
  await page.getByLabel('Search pieces of gear').fill('nothing like it')
  await expect(page.getByText('Nothing matches.')).toBeVisible()
})

test('a viewer can look and not touch', async ({ page }) => {
  await signIn(page, app.url, as('viewer').email, as('viewer').password)
  await page.goto(`${app.url}/jobs`)
  await expect(page.getByRole('link', { name: 'Describe a job' })).toBeHidden()
  await page.goto(pages.get('job')!)
  await page.getByRole('button', { name: 'See all' }).first().click()
  await expect(page.getByTestId('job-title')).toBeDisabled()
  await page.goto(pages.get('watch')!)
  await expect(page.getByRole('button', { name: 'Round made' })).toBeHidden()
  await page.goto(`${app.url}/jobs/00000000-0000-4000-8000-000000000000`)
  await expect(page.getByText('Nothing here.')).toBeVisible()
})

test('the keyboard alone sets a shade and finds the reason', async ({ page }) => {
  await signIn(page, app.url, as('lead').email, as('lead').password)
  await page.goto(`${app.url}/jobs/new`)
  await page.getByTestId('job-title').focus()
  await page.keyboard.type('By keys')
  await page.keyboard.press('Tab')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('option', { name: /GTAW/ })).toBeVisible()
  await page.keyboard.type('GTAW')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('listbox')).toBeHidden()
  await page.getByTestId('process').press('Tab')
  await page.keyboard.type('90')
  await expect(page.getByTestId('shade-answer')).toHaveText('12')
  await page.locator('#eyes').getByText('The same as a table').focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('rowheader', { name: '50 to 100 A' })).toBeVisible()
  const why = page.locator('#eyes details summary', { hasText: 'Why' }).first()
  await why.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('1910.133(a)(5)').first()).toBeVisible()
})

test('a job is started from a common choice and copied; units and light are kept', async ({
  page,
}) => {
  await signIn(page, app.url, as('lead').email, as('lead').password)
  await page.goto(`${app.url}/jobs/new`)
  await page
    .getByRole('button', { name: /Practice plates, stick/ })
    .or(page.getByText('Start from:').locator('..').getByRole('button').first())
    .first()
    .click()
  await expect(page.getByTestId('job-title')).not.toHaveValue('')
  await page.getByRole('main').getByRole('button', { name: 'Save' }).first().click()
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/)
  const first = page.url()
  await page.getByRole('button', { name: 'Copy' }).click()
  await page.waitForURL(
    (address) => /\/jobs\/[0-9a-f-]{36}$/.test(address.href) && address.href !== first,
  )
  await page.goto(`${app.url}/account`)
  await page.getByText('SI', { exact: true }).click()
  await page.getByText('Night', { exact: true }).click()
  await page.goto(first)
  await page.getByRole('button', { name: 'Change' }).first().click()
  await expect(page.locator('html')).toHaveClass(/dark/)
  await expect(page.getByText('mm', { exact: true }).first()).toBeVisible()
})

test('every page of the order of the work is one tap away, and the address is kept over a sign-in', async ({
  page,
}) => {
  await page.goto(pages.get('locked machine')!)
  await page.getByLabel('Email').fill(as('instructor').email)
  await page.getByLabel('Password').fill(as('instructor').password)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByTestId('lock')).toContainText('Leads: Cut to the copper')
  for (const [link, heading] of [
    ['Jobs', 'Jobs'],
    ['Gear', 'Gas and gear'],
    ['Permits', 'Hot-work permits'],
    ['Shop', 'Shop'],
  ] as const) {
    await page
      .getByRole('navigation', { name: 'Order of the work' })
      .getByRole('link', { name: link })
      .click()
    await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible()
  }
})
