import { expect, test } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startApp, withOwner, type App } from '../app'
import { expectAccessible, expectNoSidewaysScroll, listen, signIn } from './page'

let app: App
const paths: { name: string; path: string }[] = []
test.beforeAll(async () => {
  app = await startApp({ demo: true })
  await withOwner(app.ownerUrl, async (client) => {
    const one = async (sql: string): Promise<string> =>
      (await client.query<{ id: string }>(sql)).rows[0]!.id
    const job = await one("SELECT id FROM job WHERE title LIKE 'Hardfacing%'")
    const state = (name: string) => one(`SELECT id FROM permit WHERE state = '${name}' LIMIT 1`)
    paths.push(
      { name: 'today', path: '/' },
      { name: 'jobs', path: '/jobs' },
      { name: 'new job', path: '/jobs/new' },
      { name: 'job', path: `/jobs/${job}` },
      { name: 'card', path: `/jobs/${job}/card` },
      { name: 'permits', path: '/permits' },
      { name: 'draft permit', path: `/permits/${await state('draft')}` },
      { name: 'permit', path: `/permits/${await state('watching')}` },
      { name: 'watch', path: `/watch/${await state('watching')}` },
      { name: 'gear', path: '/gear' },
      {
        name: 'locked machine',
        path: `/gear/machine/${await one("SELECT id FROM gear WHERE label = 'M-09'")}`,
      },
      { name: 'shop', path: '/shop' },
      { name: 'account', path: '/account' },
      { name: 'sessions', path: '/sessions' },
      {
        name: 'session',
        path: `/sessions/${await one('SELECT id FROM session ORDER BY day DESC LIMIT 1')}`,
      },
      { name: 'my card', path: '/card' },
      { name: 'eyes', path: '/eyes' },
      { name: 'stores', path: '/stores' },
      { name: 'stock', path: `/stores/${await one("SELECT id FROM stock WHERE code = 'LG-9'")}` },
      { name: 'scan', path: '/scan' },
      { name: 'people', path: '/people' },
      {
        name: 'person',
        path: `/people/${await one("SELECT id FROM person WHERE roster_number = 'TH-101'")}`,
      },
      { name: 'air', path: '/air' },
      {
        name: 'hood',
        path: `/air/stations/${await one("SELECT id FROM station WHERE name = 'Booth 10'")}`,
      },
      {
        name: 'air check',
        path: `/jobs/${await one("SELECT id FROM job WHERE title LIKE 'Practice fillets%'")}/air`,
      },
      { name: 'samples', path: '/air/samples' },
      { name: 'own consumables', path: '/air/consumables' },
      { name: 'monitors', path: '/air/monitors' },
      { name: 'courses', path: '/people/courses' },
      { name: 'import', path: '/people/import' },
      {
        name: 'booth',
        path: `/booth/${await one("SELECT code AS id FROM station WHERE name = 'Booth 1'")}`,
      },
    )
  })
})
test.afterAll(() => app.end())

const as = (role: string) => signIns.find((person) => person.role === role)!

for (const scheme of ['light', 'dark'] as const) {
  test(`no serious fault by axe and no console error on any page, ${scheme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: scheme })
    const heard = listen(page, [/status of 401/])
    await page.goto(`${app.url}/sign-in`)
    await expectAccessible(page)
    await signIn(page, app.url, as('lead').email, as('lead').password)
    for (const { name, path } of paths) {
      await test.step(name, async () => {
        await page.goto(app.url + path)
        await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
        await page.waitForLoadState('networkidle')
        await expectAccessible(page)
      })
    }
    expect(heard).toEqual([])
  })
}

test('fits a phone, with targets for gloves', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await signIn(page, app.url, as('worker').email, as('worker').password)
  for (const { path } of paths) {
    await page.goto(app.url + path)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    await page.waitForLoadState('networkidle')
    await test.step(path, () => expectNoSidewaysScroll(page))
    for (const button of await page.getByRole('main').getByRole('button').all()) {
      if (
        !(await button.isVisible()) ||
        (await button.evaluate((element) => element.tagName !== 'BUTTON'))
      )
        continue
      expect((await button.boundingBox())!.height, await button.innerText()).toBeGreaterThanOrEqual(
        24,
      )
    }
  }
  await page.goto(app.url + paths.find((entry) => entry.name === 'watch')!.path)
  const round = page.getByRole('button', { name: 'Round made' })
  const box = (await round.boundingBox())!
  expect(box.height).toBeGreaterThan(70)
  expect(box.y + box.height).toBeLessThan(844 - 60)
})

test('a list is searched, shared by its address, and gone back to', async ({ page }) => {
  await signIn(page, app.url, as('viewer').email, as('viewer').password)
  await page.goto(`${app.url}/gear`)
  await expect(page.getByText('101 pieces of gear')).toBeVisible()
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
  await page.goto(app.url + paths.find((entry) => entry.name === 'job')!.path)
  await expect(page.getByTestId('job-title')).toBeDisabled()
  await page.goto(app.url + paths.find((entry) => entry.name === 'watch')!.path)
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
  await expect(page.locator('html')).toHaveClass(/dark/)
  await expect(page.getByText('mm', { exact: true }).first()).toBeVisible()
})

test('every page of the order of the work is one tap away, and the address is kept over a sign-in', async ({
  page,
}) => {
  const target = paths.find((entry) => entry.name === 'locked machine')!.path
  await page.goto(app.url + target)
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
