import { expect, test, type Page } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startApp, type App } from '../app'
import { expectAccessible, expectNoSidewaysScroll, listen, signIn } from './page'

let app: App
test.beforeAll(async () => {
  app = await startApp({ demo: true })
})
test.afterAll(() => app.end())
const [lead] = signIns as [(typeof signIns)[number]]

const inReach = (page: Page) => page.getByRole('list', { name: 'In reach' })
async function openDraft(page: Page): Promise<void> {
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/permits`)
  await page.getByRole('link', { name: /Ferry ramp/ }).click()
  await expect(page.getByRole('heading', { name: 'Where the work is' })).toBeVisible()
}
async function workAt(page: Page, place: string): Promise<void> {
  await page.getByRole('combobox', { name: 'The work is at' }).click()
  await page.getByRole('option', { name: place, exact: true }).click()
}
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
