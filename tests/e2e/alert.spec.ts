import { createECDH, randomBytes, randomUUID } from 'node:crypto'
import { expect, type Browser, type Page } from '@playwright/test'
import ece from 'http_ece'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startGateway } from '../../standins/gateway.mjs'
import { startApp, withOwner, type App } from '../app'
import { test } from './browser'
import { expectAccessible, expectNoSidewaysScroll, listen, signIn } from './page'

type SignIn = (typeof signIns)[number]
let app: App
let gateway: Awaited<ReturnType<typeof startGateway>>
test.beforeAll(async () => {
  gateway = await startGateway()
  app = await startApp({ demo: true, env: gateway.env })
})
test.afterAll(async () => {
  await app.end()
  await gateway.close()
})
const [lead, , , watcher] = signIns as [SignIn, SignIn, SignIn, SignIn]

async function opened(browser: Browser, who: SignIn, phone = false): Promise<Page> {
  const viewport = phone ? { width: 390, height: 844 } : { width: 1280, height: 800 }
  const page = await (await browser.newContext({ viewport, serviceWorkers: 'allow' })).newPage()
  await signIn(page, app.url, who.email, who.password)
  return page
}
const watched = (): Promise<string> =>
  withOwner(app.ownerUrl, async (owner) => {
    const { rows } = await owner.query<{ id: string }>(
      "SELECT id FROM permit WHERE state = 'watching'",
    )
    return rows[0]!.id
  })
const sent = (channel: string, text: string) => () =>
  gateway.received.filter((one) => one.channel === channel && one.text.includes(text)).length

test('how soon and whom is set, and stays; what is out of bounds is told at its field', async ({
  page,
}) => {
  const heard = listen(page)
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/shop/alerts`)
  await page.getByLabel('Everybody is called after').fill('1')
  await page.getByRole('button', { name: 'Save how soon' }).click()
  await expect(page.getByText('From 2 to 15 minutes.', { exact: true })).toBeVisible()
  await page.getByLabel('Everybody is called after').fill('4')
  await page.getByRole('button', { name: 'Save how soon' }).click()
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()

  await page.getByRole('button', { name: 'Add a contact' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name').fill('Tug master')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog.getByText('A number or an address, or nobody reaches them.')).toBeVisible()
  await dialog.getByLabel('Telephone').fill('902 555 0199')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog).toBeHidden()
  await page.reload()
  await expect(page.getByLabel('Everybody is called after')).toHaveValue('4')
  await expect(page.getByRole('link', { name: '902 555 0199' })).toBeVisible()
  await page.getByRole('button', { name: 'Take Tug master off the list' }).click()
  await dialog.getByRole('button', { name: 'Take off' }).click()
  await expect(page.getByText('Tug master')).toHaveCount(0)
  await page.emulateMedia({ colorScheme: 'dark' })
  await expectAccessible(page)
  expect(heard).toEqual([])
})

test('the alarm is held, not tapped; the desk sees it, says to be on it, sees who was told, and ends it', async ({
  browser,
}) => {
  const phone = await opened(browser, watcher, true)
  const desk = await opened(browser, lead)
  const heard = [listen(phone), listen(desk)]
  await phone.goto(`${app.url}/watch/${await watched()}`)
  await expect(phone.getByRole('link', { name: /Harbour fire brigade/ })).toHaveAttribute(
    'href',
    'tel:902 555 0142',
  )
  const alarm = phone.getByRole('button', { name: /Fire alarm/ })
  await alarm.click()
  await expect(alarm).toContainText('Press again to raise it')
  await expectAccessible(phone)
  await expectNoSidewaysScroll(phone)
  expect(sent('text', 'FIRE ALARM')()).toBe(0)
  await desk.goto(app.url)
  // Long enough that the tap before is forgotten.
  await expect(alarm).toContainText('Hold to raise it', { timeout: 8_000 })
  const box = (await alarm.boundingBox())!
  await phone.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await phone.mouse.down()
  await expect(phone.getByTestId('raised')).toBeVisible()
  await phone.mouse.up()
  const raisedAt = Date.now()

  const bar = desk.getByTestId('alert-bar')
  await expect(bar.getByText(/FIRE ALARM: permit/)).toBeVisible()
  console.log('a fire alarm seen at the desk after', Date.now() - raisedAt, 'ms')
  await expect.poll(sent('text', 'FIRE ALARM')).toBe(2)
  await expect.poll(sent('mail', 'FIRE ALARM')).toBeGreaterThan(0)
  await bar.getByRole('button', { name: 'I am on it' }).click()
  await expect(bar.getByText(/On it: Maren Oake/)).toBeVisible()
  await bar.getByRole('link', { name: /FIRE ALARM/ }).click()
  await expect(desk.getByRole('heading', { name: 'Alerts' })).toBeVisible()
  await expect(desk.getByTestId('next-call').first()).toContainText('Everybody in')
  await desk.getByRole('button', { name: 'Who was told' }).first().click()
  const told = desk.getByRole('row', { name: /Harbour fire brigade/ })
  await expect(told).toContainText('text …142')
  await expect(told).toContainText('sent')
  await expectAccessible(desk)
  await desk.getByRole('button', { name: 'It is over' }).click()
  await desk.getByLabel('How it ended').fill('A rag in the bilge, put out')
  await desk.getByRole('dialog').getByRole('button', { name: 'It is over' }).click()
  await expect(desk.getByRole('dialog')).toBeHidden()
  await expect(phone.getByTestId('raised')).toHaveCount(0)
  await expect.poll(sent('text', 'Over: fire alarm')).toBe(2)
  expect(heard.flat()).toEqual([])
})

test('news that could not be read when it came is read as soon as it can be', async ({
  browser,
}) => {
  const desk = await opened(browser, lead)
  const heard = listen(desk, [/api\/v1\/alerts/])
  const stream = desk.waitForResponse('**/api/v1/changes*')
  await desk.goto(app.url)
  await stream
  const phone = await opened(browser, watcher, true)
  let asked = 0
  let isAway = true
  await desk.route('**/api/v1/alerts', (route) => {
    if (!isAway) return route.continue()
    asked++
    return asked % 2 === 1
      ? route.abort()
      : route.fulfill({ status: 503, json: { error: { code: 'busy' } } })
  })
  const alarm = await phone.request.post(`${app.url}/api/v1/permits/${await watched()}/alarm`, {
    headers: { origin: app.url },
    data: { eventId: randomUUID() },
  })
  expect(alarm.ok()).toBe(true)
  await expect.poll(() => asked).toBeGreaterThanOrEqual(2)
  // All that is told of it is told by then.
  await expect.poll(sent('text', 'FIRE ALARM')).toBeGreaterThan(0)
  await desk.waitForTimeout(4_000)
  isAway = false
  await expect(desk.getByTestId('alert-bar').getByText(/FIRE ALARM: permit/)).toBeVisible()
  expect(heard).toEqual([])
})

test('a browser is pushed to: sealed for it by the server, shown by it', async ({ browser }) => {
  // No push service is in reach, so the browser is given the keys and the address of the simulated one.
  const own = createECDH('prime256v1')
  own.generateKeys()
  const auth = randomBytes(16)
  const keys = { p256dh: own.getPublicKey('base64url'), auth: auth.toString('base64url') }
  const page = await opened(browser, lead)
  const heard = listen(page)
  await page.context().grantPermissions(['notifications'], { origin: app.url })
  await page.addInitScript(
    ({ endpoint, keys: given }) => {
      const subscription = {
        endpoint,
        toJSON: () => ({ endpoint, keys: given }),
        unsubscribe: () => Promise.resolve(true),
      }
      PushManager.prototype.subscribe = () =>
        Promise.resolve(subscription as unknown as PushSubscription)
      PushManager.prototype.getSubscription = () =>
        Promise.resolve(subscription as unknown as PushSubscription)
    },
    { endpoint: `${gateway.url}/push/desk`, keys },
  )
  await page.goto(`${app.url}/account`)
  await page.getByRole('button', { name: 'Notify me on this device' }).click()
  await expect(page.getByText(/Computer, this one/)).toBeVisible()
  await page.getByRole('button', { name: 'Send me a trial' }).click()
  await expect(page.getByText('Trial sent to 2', { exact: true })).toBeVisible()
  await expect.poll(sent('push', 'sealed')).toBe(1)

  const { sealed } = gateway.received.find(({ channel }) => channel === 'push')!
  const open = ece.decrypt(Buffer.from(sealed!, 'base64'), {
    version: 'aes128gcm',
    privateKey: own,
    authSecret: keys.auth,
  })
  const cdp = await page.context().newCDPSession(page)
  const registered = new Promise<{ registrationId: string }>((resolve) => {
    cdp.on('ServiceWorker.workerRegistrationUpdated', ({ registrations }) => {
      if (registrations[0]) resolve(registrations[0])
    })
  })
  await cdp.send('ServiceWorker.enable')
  const { registrationId } = await registered
  await cdp.send('ServiceWorker.deliverPushMessage', {
    origin: app.url,
    registrationId,
    data: open.toString('utf8'),
  })
  const shown = () =>
    page.evaluate(async () => {
      const registration = await navigator.serviceWorker.ready
      return (await registration.getNotifications()).map(({ title }) => title)
    })
  await expect.poll(shown).toEqual(['A trial from Zonaris'])
  await page.getByRole('button', { name: 'Stop notifying it' }).click()
  await expect(page.getByText(/Computer, this one/)).toHaveCount(0)
  expect(heard).toEqual([])
})
