import { expect } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startApp, type App } from '../app'
import { test } from './browser'
import { choose, listen, signIn } from './page'

let app: App
test.beforeAll(async () => {
  app = await startApp({ demo: true })
})
test.afterAll(() => app.end())
const lead = signIns[0]!

test('lens ladder: by pointer, by keyboard, other schools one tap away, the same as a table', async ({
  page,
}) => {
  const heard = listen(page, [/status of 401/])
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/eyes`)
  const answer = page.getByTestId('shade-answer')
  const mark = page.getByRole('slider', { name: 'Ladder: move the current' })
  await expect(answer).toHaveText('10')
  await expect(mark).toHaveAttribute('aria-valuetext', '120 A: shade 10, never under 8')
  await mark.focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('PageUp')
  await expect(mark).toHaveAttribute('aria-valuenow', '160')
  await expect(answer).toHaveText('12')
  await page.keyboard.press('ArrowLeft')
  await expect(answer).toHaveText('10')
  await page.keyboard.press('End')
  await expect(page.getByLabel('Current', { exact: true })).toHaveValue('550')
  await expect(answer).toHaveText('14')
  const plot = (await page.getByRole('group', { name: /Lens ladder/ }).boundingBox())!
  await page.mouse.move(plot.x + plot.width * 0.7, plot.y + plot.height * 0.5)
  await page.mouse.down()
  await page.mouse.move(plot.x + plot.width * 0.15, plot.y + plot.height * 0.5, { steps: 6 })
  await page.mouse.up()
  expect(Number(await mark.getAttribute('aria-valuenow'))).toBeLessThan(120)
  await page.getByLabel('Current', { exact: true }).fill('120')
  await page.getByRole('button', { name: /^Europe/ }).click()
  await expect(answer).toHaveText('11')
  await page.getByRole('button', { name: /^Europe/ }).click()
  await expect(answer).toHaveText('10')
  await page.getByText('The same as a table').click()
  await expect(page.getByRole('row', { name: /^80 to 155 A/ })).toHaveText(/8\s*10\s*11\s*10/)
  // Glasses add up; outside the table there is no answer.
  await page.getByLabel('Tinted glasses, shade').fill('4')
  await expect(
    page.getByText('Shade 4 glasses under 10 act like 13: the puddle will disappear.'),
  ).toBeVisible()
  await page.getByLabel('Light-sensitive eyes').check()
  await expect(answer).toHaveText('11')
  await page.getByLabel('Current', { exact: true }).fill('900')
  await expect(page.getByText(/^No shade, because 900 A lies outside the table/)).toBeVisible()
  expect(heard).toEqual([])
})

test('marking reader and laser say what they know and nothing else', async ({ page }) => {
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/eyes`)
  await page.getByTestId('marking').fill('4/9-13 1/1/1/2 EN 379 QX7')
  const words = page.getByTestId('marking-words')
  await expect(words).toContainText('Auto-darkening: 4 while light, 9 to 13 when dark')
  await expect(words).toContainText('Not known: it is in neither table')
  await expect(page.getByText('Fits: set 10.')).toBeVisible()
  await page.getByTestId('marking').fill('Z87 W5')
  await expect(
    page.getByText('It does not reach shade 8, the legal minimum of this job.'),
  ).toBeVisible()
  await expect(page.getByText(/^No laser answer, because power/)).toBeVisible()
  await page.getByLabel('Power').fill('2000')
  await page.getByLabel('Divergence').fill('31')
  await page.getByLabel('Eyewear OD').fill('6')
  await expect(
    page.getByText(
      'The beam needs OD 6.02; wear OD 7 or more at 1070 nm. OD 6 lets too much through.',
    ),
  ).toBeVisible()
  await expect(page.getByText('53.4 ft').first()).toBeVisible()
  await page.getByLabel('Wavelength').fill('915')
  await expect(
    page.getByText(/^No laser answer, because the limits here hold from 1050 to 1150 nm/),
  ).toBeVisible()
})

test('the shade found by trial is remembered for the welder of the job', async ({ page }) => {
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/jobs?q=Practice%20plates`)
  await page.getByRole('link', { name: 'Practice plates, stick' }).click()
  await expect(page.getByTestId('shade-answer')).toHaveText('10')
  await page.getByRole('button', { name: 'Find the shade by trial' }).click()
  await page.getByRole('button', { name: 'Too dark to see it' }).click()
  await expect(page.getByTestId('search-shade')).toHaveText('9')
  await page.getByRole('button', { name: 'Puddle is clear' }).click()
  await page.getByRole('button', { name: /^Remember for/ }).click()
  await expect(page.getByText('Shade 9, found by trial for this work.')).toBeVisible()
  await page.reload()
  await expect(page.getByTestId('shade-answer')).toHaveText('9')
})

test('the shop changes its school; a house value under the law is raised and says so', async ({
  page,
}) => {
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/shop/rules`)
  await choose(page, page.getByLabel('Working shade by'), /^House chart/)
  await page.getByLabel('Safety toe is a site rule').check()
  await page.getByRole('button', { name: 'Save house rules' }).click()
  await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible()
  await page.goto(`${app.url}/eyes`)
  await choose(page, page.getByTestId('eyes-process'), /^PAC/)
  await expect(
    page.getByText('The house chart says 7, under the legal minimum: raised to 8.'),
  ).toBeVisible()
  await page.goto(`${app.url}/jobs/new`)
  await expect(page.getByText('Leather safety-toe boots')).toBeVisible()
})
