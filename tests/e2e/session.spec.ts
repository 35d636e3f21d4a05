import { expect, type Page } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startApp, withOwner, type App } from '../app'
import { test } from './browser'
import {
  choose,
  expectAccessible,
  expectNoSidewaysScroll,
  listen,
  noListOpen,
  signIn,
} from './page'
import { sessionToday } from './today'

let app: App
test.beforeAll(async () => {
  app = await startApp({ demo: true })
})
test.afterAll(() => app.end())
const lead = signIns[0]!
const enter = (page: Page) => signIn(page, app.url, lead.email, lead.password)

test("second day: from yesterday's session to all clear in at most 12 clicks, and back a step", async ({
  page,
}) => {
  const heard = listen(page, [/status of 401/])
  await enter(page)
  let clicks = 0
  const click = async (
    name: string | RegExp,
    role: 'button' | 'link' = 'button',
  ): Promise<void> => {
    clicks++
    await page.getByRole(role, { name }).first().click()
  }
  await click('Session', 'link')
  await click('Copy to today')
  const level = page.getByTestId('session-level')
  await expect(level).toContainText('Do not start')
  await click(/^All here/)
  await click(/hoods pull/)
  await click(/helmets to check/)
  await click('Every line passed on all of them')
  await expect(page.getByRole('dialog')).toBeHidden()
  await click(/machine to check/)
  await click('Every line passed on all of them')
  await expect(page.getByRole('dialog')).toBeHidden()
  // What is left has its cure beside it.
  const todo = page.getByRole('region', { name: 'To do' })
  await click(/^Lend LG-9/)
  await expect(todo.getByText('Lacks lined leather gauntlets')).toBeHidden()
  await click(/^Lend H-/)
  await click(/^Take C-/)
  await click(/^Lend CAP/)
  await expect(todo.getByText('Nothing stands in the way.')).toBeVisible()
  await expect(level).toContainText('Start, with care')
  await expect(level).toContainText('0 stop, 0 unknown')
  expect(clicks).toBeLessThanOrEqual(12)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(todo.getByText('Lacks cotton cap')).toBeVisible()
  await page.getByRole('button', { name: /^Lend CAP/ }).click()
  await expect(todo.getByText('Nothing stands in the way.')).toBeVisible()
  await page.reload()
  await expect(level).toContainText('Start, with care')
  await expectAccessible(page)
  expect(heard).toEqual([])
})

test('keyboard only: arrows walk the matrix, Enter opens a square, its cure is a tab away', async ({
  page,
}) => {
  await enter(page)
  await page.goto(`${app.url}/sessions`)
  await page.getByRole('link', { name: 'Apprentice bay, morning' }).first().focus()
  await page.keyboard.press('Enter')
  const grid = page.getByRole('grid', { name: 'Readiness, person by need' })
  await expect(grid).toBeVisible()
  const first = grid.getByRole('button', { name: /^Abner Quill, Cleared: clear/ })
  await first.focus()
  for (const key of ['ArrowDown', 'ArrowDown', 'ArrowRight']) await page.keyboard.press(key)
  await expect(grid.getByRole('button', { name: /^Caspian Rowe, Shade: caution/ })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('region', { name: 'Chosen square' })).toContainText(
    'Everyday glasses are no protection',
  )
  await page.keyboard.press('End')
  await expect(grid.getByRole('button', { name: /^Caspian Rowe, Air/ })).toBeFocused()
  await page.keyboard.press('Home')
  await expect(grid.getByRole('button', { name: /^Caspian Rowe, Cleared/ })).toBeFocused()
  // Only one square of the matrix is in the order of tabs.
  expect(await grid.locator('button[tabindex="0"]').count()).toBe(1)
})

test('a late joiner, a bulk change and what was seen on one of them', async ({ page }) => {
  await enter(page)
  await page.goto(`${app.url}/sessions`)
  await page.getByRole('button', { name: 'New session' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Make it' }).click()
  await expect(dialog.getByText('Name the session.')).toBeVisible()
  await dialog.getByLabel('Title').fill('Evening practice')
  await dialog.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByRole('heading', { name: 'Evening practice' })).toBeVisible()
  await expect(page.getByText('Nobody in this session yet.')).toBeVisible()
  const picker = page.getByRole('button', { name: 'Add a late joiner' })
  for (const name of ['Bettany Marsh', 'Fenna Blackmere']) {
    await picker.click()
    await page.keyboard.type(name.split(' ')[0]!)
    await page.getByRole('option', { name }).click()
    await expect(page.getByRole('grid').getByRole('link', { name })).toBeVisible()
  }
  await page.getByRole('checkbox', { name: 'Choose everyone' }).check()
  const bar = page.getByRole('region', { name: 'For those chosen' })
  await choose(page, bar.getByRole('button', { name: 'Booth', exact: true }), 'Booth 4')
  await expect(page.getByRole('grid')).toContainText('Booth 4')
  await choose(page, bar.getByRole('button', { name: 'Work' }), /Practice plates, stick/)
  await expect(page.getByRole('grid')).toContainText('SMAW 120 A')
  await bar.getByRole('button', { name: 'Here', exact: true }).click()
  await page.getByRole('checkbox', { name: 'Choose Fenna Blackmere' }).uncheck()
  await bar.getByText(/^Seen on Bettany Marsh/).click()
  await bar.getByRole('button', { name: 'Lighter or matches in a pocket' }).click()
  await expect(
    page
      .getByRole('region', { name: 'To do' })
      .getByText('A lighter in the pocket is a fire in the pocket.'),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Put right' }).first().click()
  await expect(page.getByText('A lighter in the pocket is a fire in the pocket.')).toHaveCount(0)
})

test('my card: scan the booth, PIN, and everything for today on a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  const code = await withOwner(
    app.ownerUrl,
    async (owner) =>
      (await owner.query<{ code: string }>("SELECT code FROM station WHERE name = 'Booth 1'"))
        .rows[0]!.code,
  )
  await sessionToday(app, page)
  const heard = listen(page, [/status of 40[01]/])
  await page.goto(`${app.url}/booth/${code}`)
  await page.getByRole('button', { name: 'Show my card' }).click()
  await expect(page.getByText('Choose your name.')).toBeVisible()
  await page.getByRole('radio', { name: 'Abner Quill' }).check()
  await page.getByLabel('PIN', { exact: true }).fill('1111')
  await page.getByRole('button', { name: 'Show my card' }).click()
  await expect(page.getByText('Not the PIN of Abner Quill.').first()).toBeVisible()
  await page.getByLabel('PIN', { exact: true }).fill('2468')
  await page.getByRole('button', { name: 'Show my card' }).click()
  await expect(page.getByTestId('card-shade')).toHaveText('10')
  for (const text of [
    'Never under 8',
    'Lined leather gauntlets',
    'None asked for',
    /Movable hood on an arm, .* from the arc/,
    'Thin TIG gloves.',
  ])
    await expect(page.getByText(text).first()).toBeVisible()
  await expectNoSidewaysScroll(page)
  await expectAccessible(page)
  expect(heard).toEqual([])
})

test('roster file with ten kinds of broken rows: each named, none taken over unasked', async ({
  page,
}) => {
  const heard = listen(page, [/status of 40[01]/])
  await enter(page)
  await page.goto(`${app.url}/people/import`)
  const csv = [
    'number,name,email,role,course,fire_watch_trained_on,cleared_for,fit_test_on,light_sensitive,tint',
    'TH-901,Whole One,,worker,"Apprentices, first year",2026-01-05,SMAW GMAW,,no,',
    ',No Number,,,,,,,,',
    'TH-903,,,,,,,,,',
    'TH-904,Bad Mail,nowhere,,,,,,,',
    'TH-905,Boss,,lead,,,,,,',
    'TH-906,Lost Course,,,Night class,,,,,',
    'TH-907,Odd Day,,,,31/03/2026,,,,',
    'TH-908,Odd Process,,,,,STICK,,,',
    'TH-909,Early Test,,,,,,2099-01-01,,',
    'TH-910,Perhaps,,,,,,,maybe,',
    'TH-911,Dark,,,,,,,,99',
    'TH-901,Twice,,,,,,,,',
    'TH-913,Wide,,,,,,,,,,',
    `TH-914,Taken,${lead.email},,,,,,,`,
  ].join('\n')
  await page
    .getByLabel('Roster file')
    .setInputFiles({ name: 'roster.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) })
  const counts = page.getByTestId('roster-counts')
  await expect(counts).toContainText('1 new')
  await expect(counts).toContainText('13 broken')
  const row = (line: number) =>
    page
      .getByRole('row')
      .filter({ has: page.getByRole('cell', { name: String(line), exact: true }) })
  for (const [line, text] of [
    [3, 'A number is needed'],
    [4, 'A name is needed'],
    [5, 'no email address'],
    [6, '"lead" is not known'],
    [7, 'There is no course "Night class"'],
    [8, 'is no day'],
    [9, '"STICK" is no process'],
    [10, 'lies in the future'],
    [11, '"maybe" is not known'],
    [12, 'from 1 to 10'],
    [13, 'The same as on line 2'],
    [14, 'More fields than columns'],
    [15, 'Someone else here uses this address'],
  ] as const)
    await expect(row(line)).toContainText(text)
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Leave 13 broken out, take 1 over' }).click()
  await expect(page.getByRole('heading', { name: 'Taken over' })).toBeVisible()
  await page.goto(`${app.url}/people?q=TH-9`)
  await expect(page.getByRole('row', { name: /Whole One/ })).toContainText('GMAW SMAW')
  await expect(page.getByText('1 person')).toBeVisible()
  expect(heard).toEqual([])
})

test('stores: lend, take back, clean, and a typed code leads there', async ({ page }) => {
  await enter(page)
  await page.goto(`${app.url}/scan`)
  await page.getByRole('textbox', { name: 'Code' }).fill('nothing like it')
  await page.getByRole('button', { name: 'Go' }).click()
  await expect(page.getByText('There is no such code.').first()).toBeVisible()
  await page.getByRole('textbox', { name: 'Code' }).fill('lj-l')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Loaner welding jacket, L' })).toBeVisible()
  const balance = page.getByTestId('balance')
  await expect(balance).toContainText('6 ready')
  await page.getByText('Lend', { exact: true }).click()
  await page.getByLabel('Pieces').fill('9')
  await expect(page.getByText('Only 6 on the shelf.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Lend' })).toBeDisabled()
  await page.getByLabel('Pieces').fill('1')
  await page.getByRole('button', { name: 'Who' }).click()
  await page.keyboard.type('Tamsin')
  await page.getByRole('option', { name: 'Tamsin Grebe' }).click()
  await noListOpen(page)
  await page.getByRole('button', { name: 'Lend' }).click()
  await expect(balance).toContainText('5 ready')
  await page.getByRole('button', { name: 'Take back' }).last().click()
  await page.getByRole('button', { name: 'Take back' }).first().click()
  await expect(balance).toContainText('1 to clean')
  await page.getByText('Cleaned', { exact: true }).first().click()
  await page.getByRole('button', { name: 'Cleaned' }).click()
  await expect(balance).toContainText('6 ready')
})
