import { expect } from '@playwright/test'
import { SETUP_CODE, startApp, type App } from '../app'
import { test } from './browser'
import { expectAccessible, listen } from './page'

let app: App
test.beforeAll(async () => {
  app = await startApp()
})
test.afterAll(() => app.end())

const PEOPLE = 'number,name\nR-1,Bram Sedge\nR-2,Cleo Withy\n'
const GEAR = 'kind,label\nextinguisher,FE-1\nmachine,M-1\n'
const HALF_AN_HOUR = 30 * 60_000
/** Somebody who looks for the next button and thinks about it needs so long for each action. */
const EACH_ACTION = 20_000

test('a bare shop stands within half an hour: rooms, ten booths, plan, people, gear, labels', async ({
  page,
}) => {
  // Before anybody is there, nobody is signed in.
  const heard = listen(page, [/401/])
  let actions = 0
  const press = async (name: string): Promise<void> => {
    actions++
    await page.getByRole('button', { name, exact: true }).click()
  }
  const fill = async (label: string, value: string): Promise<void> => {
    actions++
    await page.getByLabel(label, { exact: true }).fill(value)
  }
  const missing = page.getByRole('region', { name: 'Setting up' })
  const step = (id: string) => page.getByTestId(`begin-${id}`)
  const isDone = (id: string) => expect(step(id).getByRole('img', { name: 'Clear' })).toBeVisible()

  await page.goto(app.url)
  await fill('Setup code', SETUP_CODE)
  await fill('Organisation', 'Test yard')
  await fill('Site', 'North bay')
  await fill('Your name', 'Ada Lead')
  await fill('Email', 'ada@test.example')
  await fill('Password', 'a long enough password')
  await page.getByRole('button', { name: /Set up/ }).click()
  await page.waitForURL('**/begin')
  await expect(page.getByText('6 of 6 are left.')).toBeVisible()
  await expectAccessible(page)

  for (const [name, width] of [
    ['Bay', '120'],
    ['Store', '20'],
  ] as const) {
    await press('Add a room')
    await fill('Name', name)
    await fill('West to east', width)
    await fill('South to north', '40')
    await fill('Height', '18')
    await press('Draw it')
    await expect(page.getByRole('dialog')).toBeHidden()
  }
  await isDone('rooms')
  await press('Booths in a row')
  const east = page.getByRole('textbox', { name: 'East' })
  await east.fill('6')
  await press('Draw them')
  await expect(step('booths').getByText('There: 10.')).toBeVisible()
  // Left here, and taken up from Today.
  await page.goto(app.url)
  await expect(missing).toContainText('a published plan')
  await page.getByRole('link', { name: 'Go on setting up' }).click()
  await press('Publish')
  actions++
  await page.getByRole('dialog').getByRole('button', { name: 'Publish' }).click()
  await isDone('publish')

  for (const [id, text] of [
    ['people', PEOPLE],
    ['gear', GEAR],
  ] as const) {
    actions += 3
    await step(id).getByRole('link', { name: 'From a file' }).click()
    await page.locator('input[type=file]').setInputFiles({
      name: `${id}.csv`,
      mimeType: 'text/csv',
      buffer: Buffer.from(text),
    })
    await page
      .getByRole('button', { name: /^Take \d|^Take / })
      .last()
      .click()
    await expect(page.getByRole('button', { name: /^Take \d|^Take / })).toHaveCount(0)
    await page.goto(`${app.url}/begin`)
    await isDone(id)
  }
  actions++
  await step('labels').getByRole('button', { name: 'Done, or not needed' }).click()
  await expect(page.getByText('Everything is there.')).toBeVisible()
  expect(actions * EACH_ACTION).toBeLessThan(HALF_AN_HOUR)

  await page.goto(app.url)
  await expect(page.getByTestId('plan')).toBeVisible()
  await expect(missing).toHaveCount(0)
  await page.getByText('The stations as a list').click()
  await expect(page.getByRole('button', { name: /^Booth \d+$/ })).toHaveCount(10)
  expect(heard).toEqual([])
})
