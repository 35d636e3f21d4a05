import { expect, type Page } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startApp, withOwner, type App } from '../app'
import { test } from './browser'
import { expectAccessible, expectNoSidewaysScroll, listen, signIn } from './page'
import { sessionToday } from './today'

let app: App
test.beforeAll(async () => {
  app = await startApp({ demo: true })
})
test.afterAll(() => app.end())
const [lead, instructor] = signIns as [(typeof signIns)[number], (typeof signIns)[number]]
const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true }

const line = (page: Page) => page.getByTestId('line')
const tap = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).click()
/** Pass line by line; the lines named fail, with the chip given. */
async function goThrough(page: Page, failing: Record<string, string> = {}): Promise<void> {
  await expect(line(page)).toBeVisible()
  while (await line(page).isVisible()) {
    const text = await line(page).innerText()
    const fault = Object.entries(failing).find(([start]) => text.startsWith(start))?.[1]
    if (fault) {
      await tap(page, 'Fail')
      await page.getByRole('textbox', { name: /^What is wrong/ }).fill(fault)
      await tap(page, 'Go on')
    } else await tap(page, 'Pass')
    await expect(line(page).filter({ hasText: text })).toHaveCount(0)
  }
}

test('a booth is handed over, the next person reports it, and it follows whoever left it', async ({
  browser,
}) => {
  const desk = await (await browser.newContext(PHONE)).newPage()
  const heard = listen(desk)
  await sessionToday(app, desk)
  await signIn(desk, app.url, instructor.email, instructor.password)
  await desk.goto(`${app.url}/rounds`)
  await expectNoSidewaysScroll(desk)
  await desk.getByRole('link', { name: 'Hand over Booth 1', exact: true }).click()
  await goThrough(desk)
  await tap(desk, 'Hand it over')
  await expect(desk.getByTestId('made')).toContainText('On record')

  // The next one, with no account, by PIN at the booth's door.
  const code = await withOwner(
    app.ownerUrl,
    async (owner) =>
      (await owner.query<{ code: string }>("SELECT code FROM station WHERE name = 'Booth 1'"))
        .rows[0]!.code,
  )
  const phone = await (await browser.newContext(PHONE)).newPage()
  const heardThere = listen(phone, [/status of 40[01]/])
  await phone.goto(`${app.url}/booth/${code}`)
  await phone.getByRole('radio', { name: 'Abner Quill' }).check()
  await phone.getByLabel('PIN', { exact: true }).fill('2468')
  await tap(phone, 'Show my card')
  await expect(phone.getByRole('heading', { name: 'My booth: Booth 1' })).toBeVisible()
  await expect(phone.getByTestId('booth-state')).toContainText('Booth 1')
  await phone.getByText('Take it over', { exact: true }).click()
  await expectAccessible(phone)
  await expectNoSidewaysScroll(phone)
  await phone.getByRole('link', { name: 'Something is not' }).click()
  await goThrough(phone, { 'Valves shut': 'Valve open on the argon' })
  await tap(phone, 'Put it on record')
  await phone.getByTestId('made').getByRole('link', { name: 'My card' }).click()
  await expect(phone.getByText('Cylinders: Valve open on the argon')).toBeVisible()
  await expect(phone.getByTestId('booth-state')).toContainText('cylinders, Valve open')

  await desk.goto(`${app.url}/card`)
  await expect(desk.getByRole('heading', { name: 'You left this open' })).toBeVisible()
  await desk.getByRole('button', { name: 'Put right: Cylinders' }).click()
  const dialog = desk.getByRole('dialog')
  await tap(desk, 'It is put right')
  await expect(dialog.getByText('Say how it was put right.').first()).toBeVisible()
  await dialog.getByLabel('How it was put right').fill('Valve shut, hose bled')
  await tap(desk, 'It is put right')
  await expect(desk.getByRole('heading', { name: 'You left this open' })).toHaveCount(0)

  await phone.reload()
  await expect(phone.getByText('Cylinders: Valve open on the argon')).toHaveCount(0)
  await phone.getByRole('link', { name: 'Hand it over' }).click()
  await goThrough(phone)
  await tap(phone, 'Hand it over')
  await phone.getByTestId('made').getByRole('link', { name: 'My card' }).click()
  await expect(phone.getByTestId('booth-state')).toContainText('was handed over by Abner Quill')
  expect([...heard, ...heardThere]).toEqual([])
})

test('the shop is opened by a round with a line of its own, which stays on record', async ({
  page,
}) => {
  const heard = listen(page)
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/gear/kinds?kind=shop`)
  await page.getByLabel('Short name').fill('Slipway')
  await page.getByLabel('What is right').fill('Slipway gate shut')
  await page.getByRole('button', { name: 'Add the line' }).click()
  await page.getByRole('button', { name: 'Save the checklist' }).click()
  await expect(page.getByText('Saved.').first()).toBeVisible()
  await page.goto(`${app.url}/`)
  await expect(page.getByText('Nobody has made the opening round today.')).toBeVisible()
  await page.goto(`${app.url}/rounds`)
  await page.getByRole('link', { name: 'Make the opening round' }).click()
  await goThrough(page, { 'Slipway gate shut': 'Hinge bent' })
  await expect(page.getByText('stays open until it is put right')).toBeVisible()
  await tap(page, 'Open the shop')
  await page.getByTestId('made').getByRole('link', { name: 'Rounds' }).click()
  await expect(page.getByText(`Opening made today by ${lead.name}`)).toBeVisible()
  await expect(page.getByText('Slipway: Hinge bent')).toBeVisible()
  await page.getByRole('link', { name: 'Opening', exact: true }).first().click()
  await expect(page.getByText('Slipway gate shut')).toBeVisible()
  expect(heard).toEqual([])
})
