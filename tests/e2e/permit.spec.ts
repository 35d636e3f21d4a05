import { expect, type Page } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { linesOf } from '#core/inspection/checklist'
import { startApp, type App } from '../app'
import { filledOf } from '../core/gear.fixture'
import { test } from './browser'
import { expectAccessible, expectNoSidewaysScroll, listen, pick, signIn } from './page'

type SignIn = (typeof signIns)[number]
let app: App
test.beforeAll(async () => {
  app = await startApp({ demo: true })
})
test.afterAll(() => app.end())
const [lead, , welder] = signIns as [SignIn, SignIn, SignIn]

const inReach = (page: Page) => page.getByRole('list', { name: 'In reach' })
async function openDraft(page: Page): Promise<void> {
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/permits`)
  await page.getByRole('link', { name: /Ferry ramp/ }).click()
  await expect(page.getByRole('heading', { name: 'Where the work is' })).toBeVisible()
}
const workAt = (page: Page, place: string): Promise<void> =>
  pick(page, page.getByRole('combobox', { name: 'The work is at' }), place)
async function save(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Save the fire check' }).click()
  await expect(page.getByRole('button', { name: 'Fire check saved' })).toBeVisible()
}

test('the place is chosen or pointed at, what is in reach is measured, and a line that it contradicts holds it back', async ({
  page,
}) => {
  const heard = listen(page)
  await openDraft(page)
  await workAt(page, 'Timber deck')
  await expect(inReach(page)).toContainText('Timber deck')
  await expect(inReach(page)).toContainText('Slip, berth 1')
  await expect(page.getByText('On the plan: Timber deck.')).toBeVisible()
  await save(page)
  await page.reload()
  await expect(inReach(page)).toContainText('Move it away, cover it, or wet it down.')

  // Near the doors of the halls the openings cannot be said to be none.
  await workAt(page, 'Pipe bay: station')
  await expect(page.getByText(/On the plan: Pipe bay door/).first()).toBeVisible()
  await page.getByTestId('sweep-openings').getByText('n/a').click()
  await save(page)
  await expect(page.getByText(/^This applies: openings and cracks/).first()).toBeVisible()
  await page.getByTestId('sweep-openings').getByText('Yes').click()
  await save(page)
  await expect(page.getByText(/^This applies: openings and cracks/)).toHaveCount(0)

  // Far out on the yard nothing is drawn.
  await page.getByRole('button', { name: 'Show all of it' }).click()
  const box = (await page.getByTestId('plan').boundingBox())!
  await page.mouse.click(box.x + box.width * 0.04, box.y + box.height * 0.9)
  await expect(page.getByRole('combobox', { name: 'The work is at' })).toContainText('A point')
  // Typed, beside the timber deck.
  await page.getByLabel('East', { exact: true }).fill('150')
  await page.getByLabel('North', { exact: true }).fill('15')
  await page.getByLabel('North', { exact: true }).press('Tab')
  await expect(inReach(page)).toContainText('Timber deck')
  await page.mouse.move(0, 0)
  await expectAccessible(page)
  expect(heard).toEqual([])
})

test('stricter rules reach farther and watch longer; those of the shop stay', async ({ page }) => {
  const heard = listen(page)
  await page.setViewportSize({ width: 390, height: 844 })
  await openDraft(page)
  await expect(page.getByText('Rule of the shop.')).toBeVisible()
  await expect(page.getByRole('checkbox', { name: 'NFPA 51B' })).toHaveCount(0)
  await page.getByRole('checkbox', { name: 'Australia, AS 1674.1' }).click()
  await page.getByRole('checkbox', { name: 'Insurer' }).click()
  await save(page)
  await expect(page.getByText('The sweep, 50 ft (15 m) around')).toBeVisible()
  await expect(
    page.getByText('60 min, then rounds every 30 min for 180 min', { exact: true }),
  ).toBeVisible()
  await expectNoSidewaysScroll(page)
  await expectAccessible(page)
  expect(heard).toEqual([])
})

/** Every line passes but the first that locks out. */
function failing(kind: 'cylinder'): object[] {
  const lines = filledOf(kind, 'beforeUse') as { id: string; mark: string }[]
  const broken = linesOf(kind, 'beforeUse').find(({ critical, measure }) => critical && !measure)!
  return lines.map((one) =>
    one.id === broken.id ? { id: one.id, mark: 'fail', note: 'found broken' } : one,
  )
}

const sparks = (page: Page) => page.getByTestId('sparks')
const LOADED = /permits\/[0-9a-f-]+$/

test('the height of the work makes sparks fly farther; they are reckoned beside the page and kept', async ({
  page,
}) => {
  const heard = listen(page)
  await openDraft(page)
  await expect(sparks(page)).toContainText('19 of 20', { timeout: 20_000 })
  const far = async (): Promise<number> =>
    Number(/within ([\d.]+) ft/.exec((await sparks(page).textContent())!)![1])
  const low = await far()
  const height = page.getByLabel('Height of the work above the floor')
  await height.fill('40')
  await height.press('Tab')
  await expect(sparks(page)).toContainText('Sparks are flying')
  await expect(sparks(page)).toContainText('19 of 20', { timeout: 30_000 })
  const high = await far()
  expect(high).toBeGreaterThan(2 * low)
  await expect(page.getByTestId('spark-cells').locator('rect').first()).toBeAttached()
  await save(page)
  // The server reckons the same from the same seed.
  const answer = await page.request.get(`${app.url}/api/v1${new URL(page.url()).pathname}`)
  const { sparks: kept } = (await answer.json()) as { sparks: { far: number } }
  expect(kept.far / 0.3048).toBeCloseTo(high, 0)
  await height.fill('')
  await height.press('Tab')
  await expect(sparks(page)).toContainText('nobody said how high the work is')
  await height.fill('3.3')
  await save(page)
  expect(heard).toEqual([])
})

test('a container is asked about before heat, on the phone', async ({ page }) => {
  const heard = listen(page)
  await page.setViewportSize({ width: 390, height: 844 })
  await openDraft(page)
  await page.getByTestId('sweep-container').getByText('Yes').click()
  const form = page.getByTestId('container')
  await expect(form).toBeVisible()
  await save(page)
  await expect(page.getByText('What the container held is not told.').first()).toBeVisible()
  await pick(page, form.getByRole('combobox', { name: 'It held' }), 'Nobody knows')
  await save(page)
  await expect(page.getByText('Nobody knows what the container held.').first()).toBeVisible()
  await expectNoSidewaysScroll(page)
  await expectAccessible(page)
  await page.getByTestId('sweep-container').getByText('n/a').click()
  await save(page)
  await expect(page.getByText('Nobody knows what the container held.')).toHaveCount(0)
  expect(heard).toEqual([])
})

test('the signer reads the own duties first; a change makes the signature void and says whose', async ({
  page,
}) => {
  const heard = listen(page)
  await page.setViewportSize({ width: 390, height: 844 })
  await openDraft(page)
  await page.getByRole('button', { name: 'Operator signs' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByTestId('duties')).toContainText('I work only inside this permit')
  await expect(dialog).toContainText('Ferry ramp')
  await expect(dialog).toContainText('fingerprint')
  await expectAccessible(page)
  await dialog.getByLabel('PIN of Ilsa Brandreth').fill(welder.pin)
  await dialog.getByRole('button', { name: 'Sign' }).click()
  await expect(page.getByText('Signed by the operator')).toBeVisible()
  await page.getByTestId('sweep-ground').getByText('No', { exact: true }).click()
  await save(page)
  await expect(
    page
      .getByText("Ilsa Brandreth's signature counts no more: the fire check was changed.")
      .first(),
  ).toBeVisible()
  await expect(page.getByText('Signed by the operator')).toHaveCount(0)
  await page.getByTestId('sweep-ground').getByText('Yes', { exact: true }).click()
  await save(page)
  expect(heard).toEqual([])
})

async function openIssued(page: Page): Promise<{ id: string; hash: string }> {
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/permits`)
  await page.getByRole('link', { name: 'Slip, berth 2', exact: true }).click()
  await page.waitForURL(LOADED)
  await expect(page.getByTestId('permit-state').first()).toHaveAttribute('data-state', 'issued')
  const id = page.url().split('/').at(-1)!
  const answer = await page.request.get(`${app.url}/api/v1/permits/${id}`)
  return { id, hash: ((await answer.json()) as { hash: string }).hash }
}

test('whoever holds the paper finds out whether it is on record, without a sign-in', async ({
  page,
  browser,
}) => {
  const { id, hash } = await openIssued(page)
  const visitor = await (await browser.newContext()).newPage()
  const heard = listen(visitor, [/401/])
  await visitor.setViewportSize({ width: 390, height: 844 })
  await visitor.goto(`${app.url}/verify?permit=${id}&hash=${hash}&seq=999999999`)
  await expect(visitor.getByTestId('verified')).toContainText('what was signed')
  await expect(visitor.getByText('Nothing was done since it was printed.')).toBeVisible()
  await expect(visitor.getByText('Sign in to read what was done.')).toBeVisible()
  await expectAccessible(visitor)
  await visitor.goto(`${app.url}/verify?permit=${id}&hash=${'0'.repeat(64)}`)
  await expect(visitor.getByTestId('verified')).toContainText('No such permit is on record')
  await visitor.goto(`${app.url}/verify?permit=${id}`)
  await expect(visitor.getByText('This address is not whole.')).toBeVisible()
  // Signed in, the same paper says what was done since.
  await page.goto(`${app.url}/verify?permit=${id}&hash=${hash}`)
  await expect(page.getByRole('list', { name: 'Since it was printed' })).toContainText('Issue')
  expect(heard).toEqual([])
  await visitor.context().close()
})

test('a permit is extended with everyone on it; then a gate turns red and all see it within seconds', async ({
  page,
  browser,
}) => {
  const heard = listen(page, [/400/])
  const { id } = await openIssued(page)
  await page.getByRole('button', { name: 'Extend' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('PIN of Ilsa Brandreth, operator').fill(welder.pin)
  await dialog.getByLabel('PIN of Jory Penwarden, fire watch').fill('0000')
  await dialog.getByLabel(/^PIN of Maren Oake/).fill(lead.pin)
  await dialog.getByRole('button', { name: 'Extend' }).click()
  await expect(dialog.getByText('Not the PIN of Jory Penwarden.').first()).toBeVisible()
  await dialog.getByLabel('PIN of Jory Penwarden, fire watch').fill('5583')
  await dialog.getByRole('button', { name: 'Extend' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByText('Extended', { exact: true }).first()).toBeVisible()

  const other = await (
    await browser.newContext({ viewport: { width: 390, height: 844 } })
  ).newPage()
  await signIn(other, app.url, welder.email, welder.password)
  await other.goto(`${app.url}/permits/${id}`)
  await expect(other.getByTestId('permit-state').first()).toHaveAttribute('data-state', 'issued')
  const { rows } = (await (
    await page.request.get(`${app.url}/api/v1/gear?q=C-01&kind=cylinder`)
  ).json()) as { rows: { id: string; label: string }[] }
  const item = rows.find(({ label }) => label === 'C-01')!
  const began = Date.now()
  const locked = await page.request.post(`${app.url}/api/v1/gear/cylinder/${item.id}/inspections`, {
    data: { lines: failing('cylinder') },
    headers: { origin: app.url },
  })
  expect(locked.ok()).toBe(true)
  await expect(other.getByTestId('permit-state').first()).toHaveAttribute(
    'data-state',
    'suspended',
    { timeout: 10_000 },
  )
  console.log(`a red gate seen on the phone after ${Date.now() - began} ms`)
  await expect(page.getByTestId('permit-state').first()).toHaveAttribute('data-state', 'suspended')
  await expect(page.getByText(/locked out/).first()).toBeVisible()
  expect(heard).toEqual([])
  await other.context().close()
})
