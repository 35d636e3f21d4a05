import { expect, type Browser, type Page } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startApp, type App } from '../app'
import { test } from './browser'
import { expectAccessible, expectNoSidewaysScroll, listen, signIn } from './page'

type SignIn = (typeof signIns)[number]
const [lead, , worker] = signIns as [SignIn, SignIn, SignIn]
let app: App
test.beforeAll(async () => {
  app = await startApp({ demo: true })
})
test.afterAll(() => app.end())

async function opened(browser: Browser, who: SignIn, phone = false): Promise<Page> {
  const viewport = phone ? { width: 390, height: 844 } : { width: 1280, height: 800 }
  const page = await (await browser.newContext({ viewport })).newPage()
  await signIn(page, app.url, who.email, who.password)
  return page
}

test('a drill is begun at the desk, seen on every screen, counted on a phone, and told in a report', async ({
  browser,
}) => {
  const desk = await opened(browser, lead)
  const phone = await opened(browser, worker, true)
  const heard = [listen(desk), listen(phone)]
  await phone.goto(`${app.url}/plan`)
  await desk.goto(`${app.url}/muster`)
  await expect(desk.getByText(/The last drill was/)).toBeVisible()
  await desk.getByRole('button', { name: 'Begin a drill' }).click()
  await desk.getByLabel('What is practised').fill('Smoke in the plate shop')
  await desk.getByRole('dialog').getByRole('button', { name: 'Begin the drill' }).click()
  await expect(desk.getByTestId('muster')).toContainText('Drill: everybody out')

  const bar = phone.getByTestId('alert-bar')
  await bar.getByRole('link', { name: /DRILL, everybody out/ }).click()
  await expect(phone.getByTestId('muster')).toContainText('Smoke in the plate shop')
  await expectNoSidewaysScroll(phone)
  const list = phone.getByRole('list', { name: 'Not counted yet' })
  const total = await list.getByRole('listitem').count()
  await phone.getByRole('button', { name: `${lead.name} is out` }).click()
  await expect(desk.getByTestId('counted')).toHaveText(`1 of ${total} counted`)
  await phone.getByRole('button', { name: 'Add somebody' }).click()
  await phone.getByLabel('Name', { exact: true }).fill('Ship chandler')
  await phone.getByRole('button', { name: 'Put on the list' }).click()
  await expect(phone.getByRole('dialog')).toBeHidden()
  await expect(phone.getByTestId('counted')).toHaveText(`1 of ${total + 1} counted`)
  await phone.getByRole('button', { name: 'Ship chandler was not here' }).click()
  await phone.getByText('2 counted', { exact: true }).click()
  await phone.getByRole('button', { name: 'Ship chandler was not counted after all' }).click()
  await expect(phone.getByTestId('counted')).toHaveText(`1 of ${total + 1} counted`)
  const gas = phone.getByRole('button', { name: /is shut$/ }).first()
  await gas.click()
  await expect(phone.getByText(/^Shut \d\d:\d\d$/).first()).toBeVisible()
  for (const colorScheme of ['light', 'dark'] as const) {
    await phone.emulateMedia({ colorScheme })
    await expectAccessible(phone)
  }

  await desk.getByRole('button', { name: 'It is over' }).click()
  const dialog = desk.getByRole('dialog')
  await expect(dialog).toContainText(`${total} were not counted and stay so in the report.`)
  await dialog.getByLabel('How it ended').fill('Back in after the drill')
  await dialog.getByRole('button', { name: 'It is over' }).click()
  await expect(dialog).toBeHidden()
  await expect(phone.getByRole('heading', { name: 'Everybody out', exact: true })).toBeVisible()
  await desk.getByRole('listitem').filter({ hasText: 'Drill' }).first().getByRole('link').click()
  await expect(desk.getByTestId('times')).toContainText('not all')
  await expect(desk.getByText(/Never counted: .*Ship chandler/)).toBeVisible()
  await expect(desk.getByRole('row', { name: new RegExp(lead.name) })).toContainText('Out')
  await expectAccessible(desk)
  expect(heard.flat()).toEqual([])
})

test('the alarm is held by anybody, and a booth has it too', async ({ browser }) => {
  const phone = await opened(browser, worker, true)
  await phone.goto(app.url)
  await phone.getByTestId('stop-air').click()
  await phone.getByRole('link', { name: 'Fire or gas: everybody out' }).click()
  await expect(phone.getByRole('button', { name: 'Begin a drill' })).toHaveCount(0)
  const alarm = phone.getByRole('button', { name: /^Everybody out/ })
  // A press that ends too soon asks for another, however long it was.
  await alarm.click({ delay: 700 })
  await expect(alarm).toContainText('Press again to raise it')
  await alarm.click()
  await expect(phone.getByTestId('muster')).toContainText('Everybody out')
  await expect(phone.getByTestId('muster')).not.toContainText('Drill')
  await expect(phone.getByRole('img', { name: /with its ways out/ }).first()).toBeVisible()
})
