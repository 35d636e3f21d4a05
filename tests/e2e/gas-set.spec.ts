import { expect, type Page } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startApp, withOwner, type App } from '../app'
import { test } from './browser'
import { expectAccessible, expectNoSidewaysScroll, listen, pick, signIn } from './page'

let app: App
test.beforeAll(async () => {
  app = await startApp({ demo: true })
})
test.afterAll(() => app.end())
const lead = signIns[0]!
const welder = signIns.find((person) => person.email.startsWith('welder'))!
const PHONE = { width: 390, height: 844 }

async function openGear(page: Page, kind: string, label: string): Promise<void> {
  await page.goto(`${app.url}/gear?kind=${kind}&q=${label}`)
  await page.getByRole('link', { name: label, exact: true }).first().click()
  await expect(page.getByRole('heading', { level: 1, name: label })).toBeVisible()
}
const step = (page: Page) => page.getByTestId('step')
const done = (page: Page) => page.getByRole('button', { name: 'Done', exact: true }).click()

test('a set is set up on the phone; the phone dies, and another goes on at the very step', async ({
  browser,
}) => {
  const first = await (await browser.newContext({ viewport: PHONE, hasTouch: true })).newPage()
  await signIn(first, app.url, welder.email, welder.password)
  await openGear(first, 'gasSet', 'SG-1')
  await expect(first.getByText('Set up is under way: 5 of 15 steps done')).toBeVisible()
  await first.getByRole('link', { name: 'Go on' }).click()
  await expect(step(first)).toHaveText('Fit torch and tip. Shut the valves of the torch.')
  await expectNoSidewaysScroll(first)
  await first.getByRole('button', { name: 'Gas burns' }).click()
  await expect(first.getByRole('dialog')).toContainText('shut the acetylene first')
  await first.keyboard.press('Escape')
  for (const text of [
    'Fit torch',
    'Back the adjusting screws out',
    'Open the valve slowly',
    'Set the flow',
    'Soap every joint',
    'shut the cylinders',
  ]) {
    await expect(step(first)).toContainText(text)
    await done(first)
  }
  await expect(step(first)).toContainText('read the outlet gauge')
  await done(first)
  await expect(first.getByText('Enter what the gauge shows.').first()).toBeVisible()
  await first.getByLabel('Outlet gauge').fill('40')
  await first.getByLabel('Temperature').fill('68')
  await done(first)
  await expect(step(first)).toContainText('wait, then read')
  await first.context().close()

  const second = await (await browser.newContext({ viewport: PHONE, hasTouch: true })).newPage()
  const heard = listen(second)
  await signIn(second, app.url, welder.email, welder.password)
  await openGear(second, 'gasSet', 'SG-1')
  await second.getByRole('link', { name: 'Go on' }).click()
  await expect(second.getByText('Step 13 of 15')).toBeVisible()
  await expect(second.getByTestId('wait')).toContainText(':')
  // Too early a reading proves nothing, and cannot be sent.
  await second.getByLabel('Outlet gauge').fill('40')
  await second.getByLabel('Temperature').fill('68')
  await expect(second.getByText('Under 3 minutes a drop does not show.')).toBeVisible()
  await expect(second.getByRole('button', { name: 'Done', exact: true })).toBeDisabled()
  // Kept on the phone a moment after it was typed.
  await expect
    .poll(() => second.evaluate(() => JSON.stringify(localStorage)))
    .toMatch(/after\.inert.*293/)
  await withOwner(app.ownerUrl, (db) =>
    db.query(
      "UPDATE set_run_step SET at = at - interval '40 minutes' WHERE step = 'before.inert' AND at > now() - interval '10 minutes'",
    ),
  )
  await second.reload()
  // What was typed is still there.
  await expect(second.getByLabel('Outlet gauge')).toHaveValue('40')
  await expect(second.getByText('Long enough')).toBeVisible()
  await done(second)
  await expect(step(second)).toContainText('Open the cylinders again')
  await done(second)
  await second.getByRole('button', { name: /^Count/ }).click()
  await done(second)
  await expect(second.getByTestId('ended')).toContainText('All steps done.')
  await expectAccessible(second)
  await second.getByRole('link', { name: 'Back to SG-1' }).click()
  await expect(second.getByTestId('verdict')).toHaveText('It may be used as it stands.')
  expect(heard).toEqual([])
})

test('a wrong regulator stops the set, names the right one, and a right one takes its place', async ({
  page,
}) => {
  const heard = listen(page, [/status of 409/])
  await signIn(page, app.url, lead.email, lead.password)
  await openGear(page, 'gasSet', 'OX-2')
  await expect(page.getByTestId('verdict')).toContainText(
    'Not to be used. R-22: A regulator for acetylene does not go on propane.',
  )
  await expect(page.getByText('Take one for propane and other fuel.').first()).toBeVisible()
  await page.getByRole('button', { name: 'Set up', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('Not before this is right')

  await page.goto(`${app.url}/gear`)
  await page.getByRole('button', { name: 'Add gear' }).click()
  const dialog = page.getByRole('dialog')
  await pick(page, dialog.getByRole('combobox', { name: 'Kind' }), 'Regulator')
  await dialog.getByLabel('Label').fill('R-23')
  for (const [label, option] of [
    ['Made for', 'Propane and other fuel'],
    ['Connection', 'CGA 510, acetylene and propane'],
  ] as const) {
    await pick(page, dialog.getByLabel(label), option)
  }
  await dialog.getByLabel('Takes up to').fill('400')
  await dialog.getByLabel('Finest step of the outlet gauge').fill('0.5')
  await dialog.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(dialog).toBeHidden()

  await openGear(page, 'gasSet', 'OX-2')
  await page.getByRole('button', { name: 'Parts on it' }).click()
  for (const [label, option] of [
    ['Where R-22 is', 'Not on it'],
    ['Where R-23 is', 'On the fuel line'],
  ] as const) {
    await pick(page, dialog.getByLabel(label), option)
  }
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByTestId('verdict')).toContainText('Not yet.')
  await expect(page.getByText('Regulator R-23 has no inspection on record.').first()).toBeVisible()
  await expect(page.getByText('No leak test is on record.').first()).toBeVisible()
  expect(heard).toEqual([])
})

test('a step that is not right locks the set out, seen on every page', async ({ page }) => {
  const heard = listen(page)
  await signIn(page, app.url, lead.email, lead.password)
  await openGear(page, 'gasSet', 'OX-1')
  await expect(page.getByTestId('verdict')).toHaveText('It may be used as it stands.')
  await page.getByRole('button', { name: 'Leak test', exact: true }).click()
  await expect(step(page)).toContainText('Soap every joint')
  await page.getByRole('button', { name: 'Not right' }).click()
  await page.getByRole('button', { name: 'Lock it out' }).click()
  await expect(page.getByText('Say what is wrong.')).toBeVisible()
  await page.getByLabel('What is wrong').fill('Bubbles at the oxygen regulator')
  await page.getByRole('button', { name: 'Lock it out' }).click()
  await expect(page.getByTestId('ended')).toContainText('the set is locked out')
  await page.getByRole('link', { name: 'Back to OX-1' }).click()
  await expect(page.getByTestId('lock')).toContainText('Bubbles at the oxygen regulator')
  await page.goto(`${app.url}/gear`)
  await expect(page.getByText('Bubbles at the oxygen regulator').first()).toBeVisible()
  expect(heard).toEqual([])
})

test('gas for today: what lasts, what is ordered by which day', async ({ page }) => {
  const heard = listen(page)
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/gear/rack`)
  await page.getByRole('link', { name: 'For today' }).click()
  const supply = page.getByTestId('supply').filter({ hasText: 'C-04' })
  await expect(supply).toContainText('Cylinder C-04 lasts for this work.')
  const row = page.getByRole('row', { name: /^Acetylene/ })
  await expect(row).toContainText('there is time to order')
  await expect(row.getByRole('cell').nth(4)).toHaveText(/^\d+ \w+ 20\d\d$/)
  expect(heard).toEqual([])
})

test('a cylinder swapped during a session is seen in a second browser without a reload', async ({
  page,
  browser,
}) => {
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/sessions`)
  await page.getByRole('button', { name: 'Copy to today' }).first().click()
  await expect(page.getByTestId('session-level')).toBeVisible()
  const take = page.getByRole('button', { name: /^Take C-/ }).first()
  await expect(take).toBeVisible()

  const second = await (await browser.newContext()).newPage()
  const heard = listen(second)
  const instructor = signIns.find((person) => person.role === 'instructor')!
  await signIn(second, app.url, instructor.email, instructor.password)
  await second.goto(page.url())
  await expect(second.getByRole('button', { name: /^Take C-/ }).first()).toBeVisible()
  await take.click()
  await expect(page.getByRole('button', { name: /^Take C-/ })).toHaveCount(0)
  await expect(second.getByRole('button', { name: /^Take C-/ })).toHaveCount(0)
  expect(heard).toEqual([])
})

test('acetylene that lay down stands for as long as it lay', async ({ page }) => {
  const heard = listen(page)
  await page.setViewportSize(PHONE)
  await signIn(page, app.url, welder.email, welder.password)
  await openGear(page, 'cylinder', 'C-14')
  await page.getByRole('button', { name: 'It lay down' }).click()
  await page.getByLabel('It lay for').fill('45')
  await page.getByRole('button', { name: 'It stands now' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect(page.getByText('acetone has to settle back').first()).toBeVisible()
  await expect(page.getByText('Lay down, for 45 min')).toBeVisible()
  expect(heard).toEqual([])
})
