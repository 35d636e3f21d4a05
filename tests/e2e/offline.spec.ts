import { expect, type Browser, type BrowserContext, type Page } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startApp, withOwner, type App } from '../app'
import { photoFile } from '../server/photo.fixture'
import { test } from './browser'
import { lineTo, type Line } from './line'
import { expectAccessible, expectNoSidewaysScroll, listen, signIn } from './page'
import { sessionToday } from './today'

type SignIn = (typeof signIns)[number]
const [lead, , worker, watcher] = signIns as [SignIn, SignIn, SignIn, SignIn]
const PHONE = { viewport: { width: 390, height: 844 }, serviceWorkers: 'allow' } as const
/** What a browser says by itself when nobody answers. */
const NO_SIGNAL = [/ERR_CONNECTION/, /ERR_EMPTY_RESPONSE/, /ERR_SOCKET/, /ERR_TIMED_OUT/]

let app: App
let line: Line
test.beforeAll(async () => {
  app = await startApp({ demo: true })
})
test.afterAll(() => app.end())
test.beforeEach(async () => {
  line = await lineTo(app.url)
})
test.afterEach(() => line.cut())

async function phoneOf(browser: Browser, who: SignIn): Promise<[BrowserContext, Page]> {
  const context = await browser.newContext(PHONE)
  const page = await context.newPage()
  await signIn(page, line.url, who.email, who.password)
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready
  })
  return [context, page]
}
/** Seen once with a signal, then opened afresh without one. */
async function fromCold(context: BrowserContext, page: Page, path: string): Promise<Page> {
  await page.goto(`${line.url}${path}`)
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  // What is read is kept a moment after it is shown.
  await page.waitForTimeout(500)
  await page.close()
  await line.cut()
  const cold = await context.newPage()
  await cold.goto(`${line.url}${path}`)
  await expect(cold.getByRole('heading', { level: 1 })).toBeVisible()
  await expect(cold.getByTestId('signal-bar')).toContainText(
    /Offline since \d\d:\d\d\. Shown as of/,
  )
  return cold
}
const owner = <T>(text: string, values: unknown[] = []): Promise<T[]> =>
  withOwner(app.ownerUrl, async (client) => (await client.query(text, values)).rows as T[])
async function watched(): Promise<string> {
  const [row] = await owner<{ id: string }>("SELECT id FROM permit WHERE state = 'watching'")
  return row!.id
}
const roundsOf = (permit: string) =>
  owner<{ counts_at: Date; at: Date; details: { late?: object } }>(
    "SELECT counts_at, at, details FROM permit_event WHERE permit_id = $1 AND kind = 'round' ORDER BY at",
    [permit],
  )

test('a watch from a cold start without a signal: round, photo and alarm are kept, said to be, and reach the record once', async ({
  browser,
}) => {
  const permit = await watched()
  const [context, before] = await phoneOf(browser, watcher)
  const phone = await fromCold(context, before, `/watch/${permit}`)
  const heard = listen(phone, NO_SIGNAL)
  const made = (await roundsOf(permit)).length

  const place = phone.getByRole('region', { name: 'Look at' }).getByRole('button').first()
  await place.click()
  await phone.getByRole('button', { name: 'Heat', exact: true }).click()
  await phone.getByTestId('photo-file').setInputFiles({
    name: 'x.jpg',
    mimeType: 'image/jpeg',
    buffer: Buffer.from(await photoFile()),
  })
  await expect(phone.getByRole('img', { name: /^Photo/ })).toBeVisible()
  await phone.getByRole('button', { name: 'Round made: 1 noticed' }).click()
  await expect(phone.getByTestId('kept-round')).toContainText('Waits on this phone for a signal')
  await expect(phone.getByTestId('next-round')).toContainText('Next round in 1')
  await expect(phone.getByTestId('signal-bar')).toContainText('2 entries wait to be sent')

  const alarm = phone.getByRole('button', { name: /Fire alarm/ })
  await alarm.click()
  await alarm.click()
  await expect(phone.getByTestId('unheard')).toContainText('Nobody was called')
  for (const colorScheme of ['light', 'dark'] as const) {
    await phone.emulateMedia({ colorScheme })
    await expectAccessible(phone)
  }
  await expectNoSidewaysScroll(phone)
  expect(await roundsOf(permit)).toHaveLength(made)

  // The battery dies: what is kept is still there.
  await phone.close()
  const again = await context.newPage()
  await again.goto(`${line.url}/waiting`)
  await expect(again.getByTestId('waiting')).toHaveCount(3)
  await expectAccessible(again)
  await line.mend()
  await expect(again.getByTestId('waiting')).toHaveCount(0, { timeout: 30_000 })
  await expect(again.getByTestId('signal-bar')).toHaveCount(0)
  await expect(again.getByTestId('came')).toHaveCount(3)

  const rounds = await roundsOf(permit)
  expect(rounds).toHaveLength(made + 1)
  expect(rounds.at(-1)!.details.late).toMatchObject({ number: 2 })
  expect(rounds.at(-1)!.at.getTime()).toBeGreaterThan(rounds.at(-1)!.counts_at.getTime())
  const desk = await (await browser.newContext()).newPage()
  await signIn(desk, app.url, lead.email, lead.password)
  await desk.goto(`${app.url}/permits/${permit}`)
  await expect(desk.getByText(/Made without a signal, came/)).toBeVisible()
  await expect(desk.getByRole('button', { name: /^Photo:/ })).toBeVisible()
  await expect(desk.getByTestId('alert-bar')).toContainText('FIRE ALARM')
  await desk.goto(`${app.url}/alerts`)
  await expect(desk.getByText(/Raised \d\d:\d\d on a phone without a signal/)).toBeVisible()
  expect(heard).toEqual([])
})

test('a watch of one’s own opens without a signal on a phone that never opened it', async ({
  browser,
}) => {
  const permit = await watched()
  const [context, phone] = await phoneOf(browser, watcher)
  const read = phone.waitForResponse((answer) => answer.url().endsWith(`/permits/${permit}`))
  await phone.goto(`${line.url}/card`)
  await read
  await phone.waitForTimeout(500)
  await phone.close()
  await line.cut()
  const cold = await context.newPage()
  await cold.goto(`${line.url}/watch/${permit}`)
  await expect(cold.getByTestId('next-round')).toBeVisible()
  await expect(
    cold.getByRole('region', { name: 'Look at' }).getByRole('button').first(),
  ).toBeVisible()
})

test('two phones of one watcher: what both kept is all there, each once', async ({ browser }) => {
  const permit = await watched()
  const made = (await roundsOf(permit)).length
  const phones = [await phoneOf(browser, watcher), await phoneOf(browser, watcher)]
  for (const [, page] of phones) await page.goto(`${line.url}/watch/${permit}`)
  for (const [, page] of phones) await expect(page.getByTestId('next-round')).toBeVisible()
  await line.cut()
  for (const [, page] of phones) {
    await page.getByRole('button', { name: 'Round made' }).click()
    await expect(page.getByTestId('kept-round')).toHaveCount(1, { timeout: 30_000 })
  }
  await line.mend()
  for (const [, page] of phones)
    await expect(page.getByTestId('kept-round')).toHaveCount(0, { timeout: 30_000 })
  expect(await roundsOf(permit)).toHaveLength(made + 2)
})

test('my card and a look at gear open from a cold start; what fails is said to be unheard', async ({
  browser,
}) => {
  const setter = await (await browser.newContext()).newPage()
  await sessionToday(app, setter)
  const [context, before] = await phoneOf(browser, worker)
  await before.goto(`${line.url}/card`)
  await expect(before.getByRole('heading', { level: 1 })).toBeVisible()
  const [machine] = await owner<{ id: string }>(
    "SELECT id FROM gear WHERE kind = 'machine' AND lock_reason IS NULL ORDER BY label LIMIT 1",
  )
  const path = `/gear/look/machine/${machine!.id}`
  const phone = await fromCold(context, before, path)
  await phone.getByRole('button', { name: 'Fail' }).click()
  await phone.getByRole('textbox', { name: /^What is wrong/ }).fill('Cable is cut')
  await phone.getByRole('button', { name: 'Go on' }).click()
  const question = phone.getByTestId('line')
  while (await question.isVisible()) {
    const text = await question.innerText()
    await phone.getByRole('button', { name: 'Pass', exact: true }).click()
    await expect(question.filter({ hasText: text })).toHaveCount(0)
  }
  await phone.getByRole('button', { name: /^Log it/ }).click()
  await expect(phone.getByTestId('logged')).toContainText('Kept on this phone')
  await phone.goto(`${line.url}/card`)
  await expect(
    phone
      .getByTestId('card-shade')
      .or(phone.getByRole('heading', { level: 1 }))
      .first(),
  ).toBeVisible()
  await line.mend()
  await expect
    .poll(
      () => owner('SELECT 1 FROM late_entry WHERE subject = $1 AND refusal IS NULL', [machine!.id]),
      {
        timeout: 30_000,
      },
    )
    .toHaveLength(1)
})

test('what the server does not take any more is shown, kept on record, and put aside by hand', async ({
  browser,
}) => {
  const permit = await watched()
  const [, phone] = await phoneOf(browser, watcher)
  await phone.goto(`${line.url}/watch/${permit}`)
  await expect(phone.getByTestId('next-round')).toBeVisible()
  await line.cut()
  await phone.getByRole('button', { name: 'Round made' }).click()
  await expect(phone.getByTestId('kept-round')).toHaveCount(1, { timeout: 30_000 })
  await owner("UPDATE permit SET state = 'closed', closed_at = now() WHERE id = $1", [permit])
  await line.mend()
  await expect(phone.getByTestId('signal-bar')).toContainText('1 not taken by the server', {
    timeout: 30_000,
  })
  await phone.getByTestId('signal-bar').getByRole('link').click()
  await expect(phone.getByTestId('refused')).toContainText('No watch is running on this permit.')
  await expect(phone.getByTestId('came').first()).toContainText('Not written: No watch is running')
  await phone.getByRole('button', { name: 'Put aside' }).click()
  await phone.getByRole('dialog').getByRole('button', { name: 'Put aside' }).click()
  await expect(phone.getByTestId('refused')).toHaveCount(0)
  await expect(phone.getByTestId('signal-bar')).toHaveCount(0)
})
