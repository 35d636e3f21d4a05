import { expect } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startApp, type App } from '../app'
import { test } from './browser'
import { choose, listen, signIn } from './page'

let app: App
test.beforeAll(async () => {
  app = await startApp({ demo: true })
})
test.afterAll(() => app.end())
const lead = signIns[0]!

test('a station is measured, refused with a message at the field, kept and changed', async ({
  page,
}) => {
  const heard = listen(page, [/status of 40[019]/])
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/shop`)
  await page.getByRole('button', { name: 'Add a station' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Add' }).click()
  await expect(dialog.getByText('Name the station.')).toBeVisible()
  await dialog.getByLabel('Name').fill('Booth 3')
  await dialog.getByLabel('Room volume').fill('0')
  await dialog.getByRole('button', { name: 'Add' }).click()
  await expect(dialog.getByText('Must be more than zero.')).toBeVisible()
  await dialog.getByLabel('Room volume').fill('12000')
  await dialog.getByRole('button', { name: 'Add' }).click()
  // The name is taken: said at the field, and what was typed is still there.
  await expect(dialog.getByText('Another station already has this name.').first()).toBeVisible()
  await expect(dialog.getByLabel('Room volume')).toHaveValue('12000')
  await dialog.getByLabel('Name').fill('Blast bay')
  await dialog.getByRole('button', { name: 'Add' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByRole('row', { name: /Blast bay/ })).toContainText(
    '12,000 ft³, flow not known',
  )
  await page.getByRole('button', { name: 'Change Blast bay' }).click()
  await dialog.getByLabel('General ventilation').fill('4000')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('row', { name: /Blast bay/ })).toContainText('4,000 cfm')
  // What can burn there is judged against the extinguishers of the yard.
  const cover = page.getByTestId('cover-Blast bay')
  await expect(cover.locator('summary').first()).toHaveText(
    'What can burn at Blast bay is not told.',
  )
  await page.getByRole('button', { name: 'Change Blast bay' }).click()
  await dialog.getByLabel('Burning metal chips or dust').check()
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(cover.locator('summary').first()).toHaveText(
    'Blast bay: the shop has no extinguisher for burning metal chips or dust (D).',
  )
  await cover.locator('summary').first().click()
  await cover.getByText('Why').click()
  await expect(cover.getByText('OSHA 29 CFR 1910.252(a)(2)(ii)')).toBeVisible()
  await expect(page.getByTestId('cover-Plate shop').locator('summary').first()).toHaveText(
    'One for each that can burn',
  )
  expect(heard).toEqual([])
})

test('house rules are kept over a reload', async ({ page }) => {
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/shop/rules`)
  await page.getByLabel('House watch, minutes').fill('20')
  await page.getByRole('button', { name: 'Save house rules' }).click()
  await expect(page.getByText('At least 30 minutes.')).toBeVisible()
  await page.getByLabel('House watch, minutes').fill('90')
  // As it goes, the button moves.
  await expect(page.getByText('At least 30 minutes.')).toBeHidden()
  await page.getByRole('button', { name: 'Save house rules' }).click()
  await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible()
  await page.reload()
  await expect(page.getByLabel('House watch, minutes')).toHaveValue('90')
})

test('how long records are kept: above the law, told before anything goes, held', async ({
  page,
}) => {
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/shop/records`)
  const looks = page.getByLabel('Looks at gear, with their photos')
  const told = page.getByTestId('keeping-inspection')
  await expect(told).toContainText('Kept for good.')
  await expect(told).toContainText('OSHA 29 CFR 1910.157(e)(3)')
  await looks.fill('1')
  await page.getByRole('button', { name: 'Save how long' }).click()
  await expect(page.getByText('From 2 to 100 years, or empty for good.')).toBeVisible()
  await looks.fill('two')
  await expect(page.getByText('A number of years, or empty for good.')).toBeVisible()
  await looks.fill('2')
  await expect(page.getByText('A number of years, or empty for good.')).toBeHidden()
  await page.getByRole('button', { name: 'Save how long' }).click()
  await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible()
  // The yard has been looked at for just under two years.
  await expect(told).toContainText('Nothing is older.')
  await page.getByLabel('Hold everything, because').fill('The insurer asks after 12 May')
  await page.getByRole('button', { name: 'Save how long' }).click()
  await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible()
  await page.reload()
  await expect(looks).toHaveValue('2')
  await expect(page.getByLabel('Hold everything, because')).toHaveValue(
    'The insurer asks after 12 May',
  )
})

test('the parts of the shop are linked, and accounts lead to their person', async ({ page }) => {
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/shop`)
  const parts = page.getByRole('navigation', { name: 'Parts of the shop' })
  for (const [link, heading, address] of [
    ['House chart', 'House shade chart', '/shop/chart'],
    ['House rules', 'House rules', '/shop/rules'],
    ['Records', 'How long records are kept', '/shop/records'],
    ['Accounts', 'Accounts', '/shop/accounts'],
  ] as const) {
    await parts.getByRole('link', { name: link }).click()
    await expect(page.getByRole('heading', { level: 2, name: heading })).toBeVisible()
    expect(new URL(page.url()).pathname).toBe(address)
    await expect(parts.getByRole('link', { name: link })).toHaveAttribute('aria-current', 'page')
  }
  const own = page.getByRole('row', { name: new RegExp(lead.email) })
  await expect(own).toContainText('set')
  await own.getByRole('link').click()
  await expect(page).toHaveURL(/\/people\/[0-9a-f-]{36}$/)
})

test('a token does what it was made for, is shown once and revoked', async ({ page, request }) => {
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/account`)
  await page.getByLabel('Name', { exact: true }).fill('Gate display')
  await page.getByRole('button', { name: 'Make a token' }).click()
  await expect(page.getByText('Choose what it may do.')).toBeVisible()
  await choose(page, page.getByLabel('Shop', { exact: true }), 'Read')
  await page.getByLabel('Your password').last().fill(lead.password)
  await page.getByRole('button', { name: 'Make a token' }).click()
  const token = (await page.locator('code').textContent())!
  const ask = () =>
    request.get(`${app.url}/api/v1/shift`, { headers: { authorization: `Bearer ${token}` } })
  expect((await ask()).status()).toBe(200)
  const outside = await request.get(`${app.url}/api/v1/jobs`, {
    headers: { authorization: `Bearer ${token}` },
  })
  expect(outside.status()).toBe(403)
  await page.reload()
  await expect(page.locator('code')).toBeHidden()
  await page.getByRole('button', { name: 'Revoke' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Revoke' }).click()
  await expect(page.getByText(/^revoked/)).toBeVisible()
  expect((await ask()).status()).toBe(401)
})

test('air answers follow the hood, and the reason stands under each', async ({ page }) => {
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/jobs?q=Practice`)
  await page.getByRole('link', { name: 'Practice plates, stick' }).click()
  const air = page.locator('#air')
  await page.getByRole('button', { name: 'Change' }).first().click()
  await expect(air.getByText('The hood pulls what the table asks at this distance.')).toBeAttached()
  await air.getByText('Proved before the arc').click()
  await expect(
    air.getByText('The hood does not count until someone has felt it pull'),
  ).toBeVisible()
  await air.getByText('Proved before the arc').click()
  await air.getByLabel('Hood to arc').fill('14')
  await expect(air.getByText('beyond 12 in (0.3 m): the table gives no answer there')).toBeVisible()
  await air.getByLabel('General ventilation').fill('')
  await expect(
    air.getByText(/^Total fume.* not judged, because the air flow through the space is not known/),
  ).toBeVisible()
  await expect(page.getByTestId('overall')).toContainText('Do not start')
  await air.locator('[data-code="air.fume"] summary').click()
  await expect(air.locator('[data-code="air.fume"]')).toContainText('1910.1000 table Z-1')
})

test('the pieces of the dressed figure explain themselves on a tap', async ({ page }) => {
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/jobs?q=Practice`)
  await page.getByRole('link', { name: 'Practice plates, stick' }).click()
  const gloves = page.getByRole('button', { name: /Lined leather gauntlets/ })
  await expect(gloves).toHaveAttribute('aria-expanded', 'false')
  await gloves.click()
  await expect(gloves).toContainText('dry leather also insulates')
  await gloves.click()
  await expect(gloves).not.toContainText('dry leather also insulates')
})
