import { expect, type Page } from '@playwright/test'
import { Secret, TOTP } from 'otpauth'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startApp, type App } from '../app'
import { test } from './browser'
import { listen, expectAccessible, signIn } from './page'

let app: App
test.beforeAll(async () => {
  app = await startApp({ demo: true })
})
test.afterAll(() => app.end())
const lead = signIns[0]!

const codeOf = (key: string, ahead = 0): string =>
  new TOTP({ secret: Secret.fromBase32(key) }).generate({ timestamp: Date.now() + ahead * 30_000 })

async function enterPassword(page: Page): Promise<void> {
  await page.getByLabel('Email').fill(lead.email)
  await page.getByLabel('Password', { exact: true }).fill(lead.password)
  await page.getByRole('button', { name: 'Sign in' }).click()
}

test('a lead whom the shop asks for a second factor sets it up and signs in with it', async ({
  page,
}) => {
  // Asked for what others change in the moment before it knows, the page is refused.
  const heard = listen(page, [/status of 40[013]/])
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/shop/rules`)
  await page.getByLabel('Safety leads sign in with a second factor').check()
  await page.getByRole('button', { name: 'Save house rules' }).click()
  await page.waitForURL('**/account')
  const section = page.getByRole('region', { name: 'Second factor' })
  await expect(section).toContainText('This shop asks its safety leads for a second factor.')
  await page.goto(`${app.url}/permits`)
  await expect(page).toHaveURL(/\/account$/)

  await section.getByLabel('Your password').fill(lead.password)
  await section.getByRole('button', { name: 'Set it up' }).click()
  await expect(section.getByRole('img', { name: /QR code/ })).toBeVisible()
  const key = await section.locator('code').innerText()
  await expectAccessible(page)
  await section.getByLabel('First code').fill('000000')
  await section.getByRole('button', { name: 'Turn it on' }).click()
  await expect(section.getByText('Not a code that counts now.')).toBeVisible()
  await section.getByLabel('First code').fill(codeOf(key, -1))
  await section.getByRole('button', { name: 'Turn it on' }).click()
  await expect(section.getByTestId('recovery').locator('li')).toHaveCount(8)
  await expect(section).toContainText('Recovery codes left: 8')
  const recovery = await section.getByTestId('recovery').locator('code').first().innerText()
  await expectAccessible(page)

  await page.getByRole('button', { name: 'Sign out' }).last().click()
  await page.waitForURL('**/sign-in')
  await enterPassword(page)
  await page.getByLabel('Code').fill('000000')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByText('Not a code that counts now.')).toBeVisible()
  await page.getByLabel('Code').fill(codeOf(key))
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.waitForURL(`${app.url}/`)
  await page.goto(`${app.url}/account`)
  await page.getByRole('button', { name: 'Turn it off' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Your password').fill(lead.password)
  await dialog.getByLabel('Code').fill(recovery)
  await dialog.getByRole('button', { name: 'Turn it off' }).click()
  // The shop still asks for one: it is the only thing to do.
  await expect(section).toContainText('Set yours up to go on.')
  expect(heard).toEqual([])
})

test('a new password is weighed as it is typed', async ({ page }) => {
  const heard = listen(page, [])
  const instructor = signIns.find((person) => person.role === 'instructor')!
  await signIn(page, app.url, instructor.email, instructor.password)
  await page.goto(`${app.url}/account`)
  const strength = page.getByTestId('strength')
  await page.getByLabel('New password').fill('password1234')
  await expect(strength).toContainText('Guessed soon')
  await page.getByLabel('New password').fill('anvil herring trombone quay')
  await expect(strength).toContainText('Very hard to guess')
  await page.getByLabel('New password').fill('')
  await expect(strength).toBeHidden()
  expect(heard).toEqual([])
})
