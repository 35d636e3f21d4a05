import { expect, type Page } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startApp, type App } from '../app'
import { test } from './browser'
import { choose, expectAccessible, listen, signIn } from './page'

let app: App
test.beforeAll(async () => {
  app = await startApp({ demo: true })
})
test.afterAll(() => app.end())
const enter = (page: Page, role = 'lead') => {
  const person = signIns.find((entry) => entry.role === role)!
  return signIn(page, app.url, person.email, person.password)
}

test('a record is changed, refused at its field, kept, and signed by name', async ({ page }) => {
  const heard = listen(page, [/status of 40[01]/])
  await enter(page)
  await page.goto(`${app.url}/people?q=Merrick`)
  await page.getByRole('link', { name: 'Merrick Dunstow' }).click()
  await page.getByRole('checkbox', { name: /^GMAW/ }).check()
  await page.getByLabel('Light-sensitive: one shade darker').check()
  await page.getByLabel('Fit test on').fill('2099-01-01')
  await page.getByRole('button', { name: 'Save the record' }).click()
  await expect(page.getByText('This day lies in the future.').first()).toBeVisible()
  await expect(page.getByRole('checkbox', { name: /^GMAW/ })).toBeChecked()
  await page.getByLabel('Fit test on').fill('2026-02-10')
  await page.getByLabel('Make and model').fill('Half mask HM-2')
  await page
    .getByRole('group', { name: 'Leather boots' })
    .getByText('Lacks', { exact: true })
    .click()
  await page.getByRole('button', { name: 'Save the record' }).click()
  await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible()
  await page.reload()
  await expect(page.getByRole('checkbox', { name: /^GMAW/ })).toBeChecked()
  await expect(page.getByText(/, Maren Oake$/).first()).toBeVisible()
  await expect(page.getByText('Counts until 10 Feb 2027')).toBeVisible()
  await expect(
    page.getByRole('group', { name: 'Leather boots' }).getByRole('radio', { name: 'Lacks' }),
  ).toBeChecked()
  await expectAccessible(page)
  expect(heard).toEqual([])
})

test('people who are about to lose a clearance are found from today', async ({ page }) => {
  await enter(page, 'instructor')
  const running = page.getByRole('region', { name: 'Running out' })
  await expect(running.getByRole('link').first()).toBeVisible()
  const name = (await running.getByRole('link').first().innerText()).split(',')[0]!.trim()
  await running.getByRole('link').first().click()
  await expect(page.getByRole('heading', { name })).toBeVisible()
  await expect(page.getByText(/ran out on|runs out/).first()).toBeVisible()
  await page.goto(`${app.url}/people?show=expiring`)
  await expect(page.getByRole('row', { name: new RegExp(name) })).toBeVisible()
  // An instructor keeps records; the roster itself is the lead's.
  await expect(page.getByRole('button', { name: 'Add a person' })).toBeHidden()
  await page.goto(`${app.url}/people/import`)
  await expect(page.getByText('A safety lead imports the roster.')).toBeVisible()
})

test('a course with its kit list, and what a member of it lacks', async ({ page }) => {
  await enter(page)
  await page.goto(`${app.url}/people/courses`)
  await page.getByRole('button', { name: 'Add a course' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog.getByText('Name the course.')).toBeVisible()
  await dialog.getByLabel('Name').fill('Pipe, evening')
  await dialog.getByRole('button', { name: 'Piece', exact: true }).click()
  await dialog.getByLabel('Piece 1 by when').fill('')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog.getByText('Say by when.')).toBeVisible()
  await dialog.getByLabel('Piece 1 by when').fill('first evening')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog).toBeHidden()
  const section = page.getByRole('region', { name: 'Pipe, evening' })
  await expect(section.getByRole('row', { name: /first evening/ })).toContainText(
    'Clear safety glasses',
  )
  await expectAccessible(page)
})

test("a house chart of one's own begins on its day; overlapping rows are refused where they stand", async ({
  page,
}) => {
  await enter(page)
  await page.goto(`${app.url}/shop/chart`)
  await page.getByRole('button', { name: 'New chart' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByLabel('Shade, row 1', { exact: true })).toHaveValue('7')
  await dialog.getByLabel('From, row 2', { exact: true }).fill('40')
  await dialog.getByRole('button', { name: 'Save the chart' }).click()
  await expect(dialog.getByText('This row overlaps another of the same process.')).toBeVisible()
  await dialog.getByLabel('From, row 2', { exact: true }).fill('55')
  await dialog.getByLabel('Shade, row 1', { exact: true }).fill('9')
  await expectAccessible(page)
  await dialog.getByRole('button', { name: 'Save the chart' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByRole('row', { name: /SMAW under 55 A 9/ })).toBeVisible()
  await page.goto(`${app.url}/eyes`)
  await page.getByLabel('Current', { exact: true }).fill('50')
  await expect(page.getByRole('button', { name: /^House chart/ })).toContainText('9')
})

test('a helmet takes its shades from its marking, and goes back to the store', async ({ page }) => {
  await enter(page)
  await page.goto(`${app.url}/gear?q=H-07`)
  await page.getByRole('link', { name: /H-07/ }).first().click()
  await page.getByRole('button', { name: 'Change', exact: true }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Printed on it').fill('4/8-12 1/1/1/1 EN 379')
  await dialog.getByRole('button', { name: 'Take 8-12 from the marking' }).click()
  await dialog.getByLabel('Spare cover plates').fill('3')
  await dialog.getByRole('button', { name: 'Worn by: nobody' }).click()
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByText(/^Shade 8 to 12\./)).toContainText(
    '3 spare plates. In the store. Marked 4/8-12 1/1/1/1 EN 379.',
  )
})

test('a laser job is judged by optical density and everyone in the cell', async ({ page }) => {
  await enter(page)
  await page.goto(`${app.url}/jobs/new`)
  await page.getByTestId('job-title').fill('Hatch hinge, laser')
  await choose(page, page.getByTestId('process'), /^LBW/)
  await choose(page, page.getByTestId('place'), 'Laser cell')
  const eyes = page.locator('#eyes')
  await expect(eyes.getByText(/^No laser answer/)).toBeVisible()
  await eyes.getByLabel('Power').fill('1500')
  await eyes.getByLabel('Divergence').fill('20')
  await eyes.getByLabel('Eyewear OD').fill('7')
  await expect(
    eyes.getByText('It is not stated whether everyone in the cell is covered.'),
  ).toBeVisible()
  for (const legend of ['Interlocked barrier closes the cell', 'Everyone in the cell is covered'])
    await eyes.getByRole('group', { name: legend }).getByText('Yes', { exact: true }).click()
  await expect(eyes.getByText('OD 7 covers it.', { exact: false }).first()).toBeAttached()
  await expect(page.getByText('Laser welding helmet', { exact: true }).first()).toBeVisible()
  await page.keyboard.press('Control+s')
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/)
  await page.reload()
  await expect(page.locator('#eyes').getByLabel('Power')).toHaveValue('1500')
})
