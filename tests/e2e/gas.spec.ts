import { expect, type Page } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startApp, type App } from '../app'
import { test } from './browser'
import { choose, expectAccessible, expectNoSidewaysScroll, listen, pick, signIn } from './page'

let app: App
test.beforeAll(async () => {
  app = await startApp({ demo: true })
})
test.afterAll(() => app.end())
const lead = signIns[0]!
const welder = signIns.find((person) => person.email.startsWith('welder'))!
const PHONE = { width: 390, height: 844 }

async function openCylinder(page: Page, label: string): Promise<void> {
  await page.goto(`${app.url}/gear?kind=cylinder&q=${label}`)
  await page.getByRole('link', { name: label, exact: true }).first().click()
  await expect(page.getByTestId('left')).toBeVisible()
}
const field = (page: Page, label: string) => page.getByRole('dialog').getByLabel(label)
const confirm = (page: Page, name: string) =>
  page.getByRole('dialog').getByRole('button', { name }).click()

test('the rack shows each store as it stands, and says first where something may not stand so', async ({
  page,
}) => {
  const heard = listen(page)
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/gear`)
  await page.getByRole('link', { name: 'Rack' }).click()
  await page.getByRole('link', { name: /Pipe bay corner/ }).click()
  await expect(page.getByTestId('verdict')).toContainText('nearer than 20 ft')
  await expect(page.getByRole('link', { name: /C-26, Acetylene/ })).toBeVisible()
  // A wall between them, and the store may stand so by this rule.
  await page.getByRole('button', { name: 'Measure and change' }).click()
  await page
    .getByRole('dialog')
    .getByRole('group', { name: /Wall between/ })
    .getByText('Yes')
    .click()
  await confirm(page, 'Save')
  await expect(page.getByTestId('verdict')).not.toContainText('nearer than 20 ft (6.1 m). Move')
  await page.getByRole('link', { name: /Gas store/ }).click()
  await page.getByText('Table', { exact: true }).click()
  await expect(page.getByRole('row', { name: /C-19/ })).toContainText('Oxygen')
  await page.reload()
  await expect(page.getByRole('row', { name: /C-19/ })).toContainText('Oxygen')
  expect(heard).toEqual([])
})

test('on the phone a gauge is read, one that cannot be right is refused at its field', async ({
  page,
}) => {
  const heard = listen(page, [/status of 400/])
  await page.setViewportSize(PHONE)
  await signIn(page, app.url, welder.email, welder.password)
  await openCylinder(page, 'C-03')
  await page.getByRole('button', { name: 'Reading', exact: true }).click()
  await confirm(page, 'Log the reading')
  await expect(page.getByText('Enter the pressure or the weight.')).toBeVisible()
  await field(page, 'Gauge').fill('4000')
  await field(page, 'Temperature').fill('70')
  await confirm(page, 'Log the reading')
  await expect(page.getByText('More than the service pressure allows')).toBeVisible()
  await field(page, 'Gauge').fill('1200')
  await confirm(page, 'Log the reading')
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect(page.getByTestId('left')).toHaveText('49 %')
  await page.reload()
  await expect(page.getByTestId('left')).toHaveText('49 %')
  // 49 % of 300 ft3 at 35 cfh, two atmospheres left in it.
  await page.getByLabel('Lasts at a flow of').fill('35')
  await expect(page.getByTestId('lasts')).toContainText('4 h ')
  await expectNoSidewaysScroll(page)
  await expectAccessible(page)
  expect(heard).toEqual([])
})

test('acetylene is weighed; a pressure is not even asked for', async ({ page }) => {
  await signIn(page, app.url, welder.email, welder.password)
  await openCylinder(page, 'C-08')
  await page.getByRole('button', { name: 'Reading', exact: true }).click()
  await expect(field(page, 'Gauge')).toHaveCount(0)
  await field(page, 'On the scale').fill('90')
  await confirm(page, 'Log the reading')
  await expect(page.getByText('Less than the empty cylinder weighs.')).toBeVisible()
  await field(page, 'On the scale').fill('103')
  await confirm(page, 'Log the reading')
  await expect(page.getByTestId('left')).toHaveText('51 %')
})

test('before it moves the cap is on; of two who move it one wins and the other is told', async ({
  page,
  browser,
}) => {
  const heard = listen(page, [/status of 40[09]/])
  await signIn(page, app.url, lead.email, lead.password)
  await openCylinder(page, 'C-07')
  const second = await (await browser.newContext()).newPage()
  await signIn(second, app.url, welder.email, welder.password)
  await openCylinder(second, 'C-07')

  await page.getByRole('button', { name: 'Move', exact: true }).click()
  await pick(page, field(page, 'Where'), 'Pipe bay corner')
  await confirm(page, 'Move it')
  await expect(page.getByText('Shut the valve first.')).toBeVisible()
  await page.getByLabel('Valve shut').check()
  await page.getByLabel('Regulator off').check()
  await confirm(page, 'Move it')
  await expect(page.getByText('Put the cap on first.')).toBeVisible()
  await page.getByLabel('Cap on').check()
  await page.getByLabel('It stands upright and chained now').check()
  await confirm(page, 'Move it')
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect(page.getByText('Full, Pipe bay corner').first()).toBeVisible()

  await second.getByRole('button', { name: 'Empty', exact: true }).click()
  await confirm(second, 'It is empty')
  await expect(second.getByText('Somebody else has changed C-07 meanwhile')).toBeVisible()
  await second.getByRole('button', { name: 'Leave it' }).click()
  await expect(second.getByText('Full, Pipe bay corner').first()).toBeVisible()
  expect(heard).toEqual([])
})

test('shoulder marks are read as they are typed, and an own mix adds up', async ({ page }) => {
  await signIn(page, app.url, lead.email, lead.password)
  await openCylinder(page, 'C-18')
  await page.getByRole('button', { name: 'Describe it' }).click()
  const marks = page.getByTestId('marks')
  await field(page, 'Shoulder marks').fill('DOT 3AA2400 6 A123 14 +')
  await expect(marks).toContainText('ran out in June 2019')
  await field(page, 'Shoulder marks').fill('DOT 3AA2400 6 A123 14 + 3 B70 25 *')
  await expect(marks).toContainText('holds to the end of March 2035')
  await field(page, 'Shoulder marks').fill('painted over')
  await expect(marks).toContainText('no specification that is known here')
  await pick(page, field(page, 'Gas'), 'Another mix')
  await field(page, 'Propane').fill('')
  await field(page, 'Argon').fill('90')
  await field(page, 'Helium').fill('5')
  await confirm(page, 'Save')
  await expect(page.getByText('The parts add up to 95 %, not to 100 %.')).toBeVisible()
  await field(page, 'Helium').fill('10')
  await expectAccessible(page)
  await confirm(page, 'Save')
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect(page.getByRole('heading', { name: 'Argon 90, He 10' })).toBeVisible()
})

test('a wrong regulator stops the set and the right one is named; a leak is told in figures', async ({
  page,
}) => {
  const heard = listen(page)
  await signIn(page, app.url, welder.email, welder.password)
  await openCylinder(page, 'C-01')
  await page.getByRole('link', { name: 'What goes on it' }).click()
  await expect(page.getByRole('heading', { name: 'Gas burns at the set' })).toBeVisible()
  const fit = page.getByRole('region', { name: 'What goes on what' })
  await expect(fit).toContainText('C-01')
  await choose(page, fit.getByLabel('Regulator is for'), 'Acetylene')
  await choose(page, fit.getByLabel('Regulator connection'), /CGA 510/)
  await expect(fit).toContainText('A regulator for acetylene does not go on oxygen.')
  await expect(fit).toContainText('Take one for oxygen. Never use an adapter.')
  await choose(page, fit.getByLabel('Regulator is for'), 'Oxygen')
  await choose(page, fit.getByLabel('Regulator connection'), /CGA 540/)
  await expect(fit).not.toContainText('does not go on')

  const leak = page.getByRole('region', { name: 'Is it tight' })
  for (const [label, value] of [
    ['Gauge before', '40'],
    ['Temperature before', '68'],
    ['Gauge after', '38'],
    ['Temperature after', '68'],
    ['Waited', '10'],
    ['Bore of the hose', '1/4'],
    ['Length of all hose', '100'],
    ['The gauge shows', '0.25'],
  ] as const)
    await leak.getByLabel(label).fill(value)
  await expect(leak).toContainText('It leaks.')
  await leak.getByLabel('Gauge after').fill('40')
  await expect(leak).toContainText('It keeps its pressure')
  await page.getByLabel('It has lain for').fill('90')
  await expect(page.getByTestId('stand')).toContainText('Stand it for 20 minutes')
  await expect(page.getByTestId('stand')).toContainText('90 where the shop')
  expect(heard).toEqual([])
})

test('a delivery with a broken row takes nothing over; mended, it stands in the rack', async ({
  page,
}) => {
  const heard = listen(page)
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/gear/rack`)
  await page.getByRole('link', { name: 'Delivery' }).click()
  await choose(page, page.getByLabel('Put into'), 'Gas store')
  const note = page.getByLabel('Or as text')
  await note.fill('label,gas,size_ft3\nC-41,Argon,300\nC-42,Oxygen,lots\n')
  await page.getByRole('button', { name: 'Look at it' }).click()
  await expect(page.getByRole('row', { name: /C-42/ })).toContainText('size_ft3: Enter a number.')
  await expect(page.getByText('Nothing is taken over while a row is broken.')).toBeVisible()
  await note.fill('label,gas,size_ft3\nC-41,Argon,300\nC-42,Oxygen,244\n')
  await page.getByRole('button', { name: 'Look at it' }).click()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Take 2 over' }).click()
  await page.getByRole('link', { name: 'To the rack' }).click()
  await page.getByRole('link', { name: /Gas store/ }).click()
  const arrived = page.getByRole('link', { name: /C-42, Oxygen, Full, left: not known/ })
  await expect(arrived).toBeVisible()
  expect(heard).toEqual([])
})
