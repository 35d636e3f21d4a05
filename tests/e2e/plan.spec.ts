import { readFileSync } from 'node:fs'
import { expect, type Locator, type Page } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startApp, type App } from '../app'
import { test } from './browser'
import { expectAccessible, expectNoSidewaysScroll, listen, signIn } from './page'

let app: App
test.beforeAll(async () => {
  app = await startApp({ demo: true })
})
test.afterAll(() => app.end())
const [lead, instructor] = signIns as [(typeof signIns)[number], (typeof signIns)[number]]
const viewer = signIns.find(({ email }) => email.startsWith('welder'))!

const kept = (page: Page) => expect(page.getByTestId('kept')).toHaveText('Everything is kept.')
const plan = (page: Page) => page.getByTestId('plan')
/** Where its middle lies on the screen; its edges move as well when Findings arrive and the outline grows heavier. */
async function middleOf(what: Locator): Promise<{ x: number; y: number }> {
  const box = (await what.boundingBox())!
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
}
async function openEditor(page: Page, who = lead): Promise<void> {
  await signIn(page, app.url, who.email, who.password)
  await page.goto(`${app.url}/plan/draw`)
  await expect(page.getByRole('heading', { name: 'Draw the shop' })).toBeVisible()
}
const countOf = async (page: Page): Promise<number> =>
  Number((await page.getByRole('heading', { name: /^Drawn here/ }).innerText()).replace(/\D/g, ''))
/** In the table of all that is drawn, which is in pages. */
async function find(page: Page, name: string): Promise<Locator> {
  await page.getByLabel('Search what is drawn').fill(name)
  const found = page.getByRole('table').getByRole('button', { name, exact: true })
  await expect(found.first()).toBeVisible()
  return found.first()
}
const choose = async (page: Page, name: string) => (await find(page, name)).click()

test('the published plan shows what it measured, on the plan, to everybody', async ({ page }) => {
  const heard = listen(page)
  await signIn(page, app.url, viewer.email, viewer.password)
  await page.goto(`${app.url}/plan`)
  await expect(page.getByText('Version 1, published by')).toBeVisible()
  const near = page.getByText('Fuel gas cage and Paint store are nearer than 20 ft')
  await expect(near).toBeVisible()
  await page.getByRole('button', { name: 'Show it on the plan' }).first().click()
  await expect(plan(page).locator('.way')).toHaveCount(1)
  await page.getByText('Ways to an eyewash').click()
  await expect(page.getByText('Booth 10: EW-1 is in reach.')).toBeVisible()
  await expect(page.getByRole('link', { name: 'Draw' })).toHaveCount(0)
  // Far down the list, and on a phone: what is shown comes into view.
  for (const [width, height] of [
    [1280, 800],
    [390, 844],
  ] as const) {
    await page.setViewportSize({ width, height })
    const last = page
      .getByRole('button', { name: 'Show it on the plan' })
      .locator('visible=true')
      .last()
    await last.click()
    await expect(plan(page)).toBeInViewport({ ratio: 0.9 })
    await page.getByRole('button', { name: 'Hide it on the plan' }).click()
  }
  await page.setViewportSize({ width: 390, height: 844 })
  await expectNoSidewaysScroll(page)
  await expectAccessible(page)
  expect(heard).toEqual([])
})

test('drawn by mouse: a room, moved, taken back and done again, and kept', async ({ page }) => {
  const heard = listen(page)
  await openEditor(page)
  const before = await countOf(page)
  await page.getByRole('button', { name: 'Room', exact: true }).click()
  const box = (await plan(page).boundingBox())!
  const at = (x: number, y: number) => [box.x + box.width * x, box.y + box.height * y] as const
  await page.mouse.move(...at(0.3, 0.88))
  await page.mouse.down()
  await page.mouse.move(...at(0.4, 0.92), { steps: 4 })
  await page.mouse.move(...at(0.5, 0.96), { steps: 4 })
  await page.mouse.up()
  await expect(page.getByRole('heading', { name: `Drawn here: ${before + 1}` })).toBeVisible()
  await page.getByLabel('Name', { exact: true }).fill('Rigging loft')
  await page.getByLabel('Height').fill('12')
  await kept(page)
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Redo' }).click()
  await kept(page)
  await page.reload()
  await choose(page, 'Rigging loft')
  await expect(page.getByLabel('Height')).toHaveValue('12')
  await page.keyboard.press('Escape')
  await page.mouse.move(0, 0)
  await expectAccessible(page)
  expect(heard).toEqual([])
})

/** Where a press on the plan meets a thing of some kind, and which. */
const placeOf = (page: Page, kind: string) =>
  plan(page).evaluate((stage, wanted) => {
    const { left, right, top, bottom } = stage.getBoundingClientRect()
    for (let x = left + 40; x < right - 40; x += 4)
      for (let y = top + 60; y < bottom - 60; y += 4) {
        const thing = document.elementFromPoint(x, y)?.closest<SVGElement>('[data-thing]')
        if (thing?.classList.contains(wanted)) return { x, y, id: thing.dataset.thing }
      }
    throw new Error(`Nowhere on the page is a ${wanted}.`)
  }, kind)

test('one pull moves a thing that nobody chose before; Escape lets it go, Undo takes it back', async ({
  page,
}) => {
  const heard = listen(page)
  await openEditor(page)
  const { x, y, id } = await placeOf(page, 'combustible')
  const outline = plan(page).locator(`[data-thing="${id}"] .figure`)
  const before = (await outline.getAttribute('d'))!
  const shown = outline.filter({ visible: true })
  const lay = await middleOf(shown)
  /** As far as the hand has gone, but for the step that it is drawn to. */
  const expectInHand = async (): Promise<void> => {
    const offHand = async (): Promise<number> => {
      const lies = await middleOf(shown)
      return Math.max(Math.abs(lies.x - lay.x - 30), Math.abs(lies.y - lay.y - 20))
    }
    await expect.poll(offHand).toBeLessThan(8)
  }
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 30, y + 20, { steps: 6 })
  await expectInHand()
  await page.keyboard.press('Escape')
  await page.mouse.move(x + 40, y + 20)
  await page.mouse.up()
  await expect(outline).toHaveAttribute('d', before)
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
  // What stays chosen has its handles under the hand.
  await page.keyboard.press('Escape')
  await expect(plan(page).locator('[data-handle]')).toHaveCount(0)
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 30, y + 20, { steps: 6 })
  // What is in the hand is seen once, where the hand is; its form would keep the hand waiting, and opens after it.
  await expect(shown).toHaveCount(1)
  await expectInHand()
  const form = page.getByRole('region', { name: 'What is chosen' })
  await expect(form).toHaveCount(0)
  await page.mouse.up()
  await expect(form).toBeVisible()
  await kept(page)
  await expect(outline).not.toHaveAttribute('d', before)
  await expectInHand()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(outline).toHaveAttribute('d', before)
  await kept(page)
  // A press on so small a thing chooses it, though its handles come to lie under the hand.
  await page.keyboard.press('Escape')
  const handles = plan(page).locator('[data-handle]')
  await expect(handles).toHaveCount(0)
  await page.mouse.click(x, y)
  await expect(handles).toHaveCount(4)
  await handles.first().click()
  await expect(handles).toHaveCount(4)
  expect(heard).toEqual([])
})

test('a corner is pulled by the handle beyond it, the one across stays; the knob turns the thing', async ({
  page,
}) => {
  const heard = listen(page)
  await openEditor(page)
  const { x, y, id } = await placeOf(page, 'combustible')
  const outline = plan(page).locator(`[data-thing="${id}"] .figure`)
  const corners = async () => (await outline.getAttribute('d'))!.match(/-?[\d.]+,-?[\d.]+/g)!
  const pull = async (from: { x: number; y: number }, to: { x: number; y: number }) => {
    await page.mouse.move(from.x, from.y)
    await page.mouse.down()
    await page.mouse.move(to.x, to.y, { steps: 6 })
    await page.mouse.up()
    await kept(page)
  }
  await page.mouse.click(x, y)
  const before = await corners()
  const middle = await middleOf(outline)
  const handle = await middleOf(plan(page).locator('[data-handle="0"]'))
  const outwards = (at: number, from: number) => at + 25 * Math.sign(at - from)
  await pull(handle, { x: outwards(handle.x, middle.x), y: outwards(handle.y, middle.y) })
  const pulled = await corners()
  expect(pulled[2]).toBe(before[2])
  expect(pulled[0]).not.toBe(before[0])
  const knob = await middleOf(plan(page).locator('[data-turn]'))
  await pull(knob, { x: knob.x + 25, y: knob.y + 25 })
  const turned = await corners()
  expect(turned.filter((corner) => pulled.includes(corner))).toEqual([])
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(corners).toEqual(before)
  expect(heard).toEqual([])
})

test('the page under the hand is where it is let go, by mouse and by finger', async ({
  browser,
}) => {
  const page = await (
    await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })
  ).newPage()
  const heard = listen(page)
  await signIn(page, app.url, viewer.email, viewer.password)
  await page.goto(`${app.url}/plan`)
  await page.getByRole('button', { name: 'Larger' }).click()
  const thing = plan(page).locator('[data-thing].station').first()
  const box = (await plan(page).boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  const before = await middleOf(thing)
  const expectCarried = async (by: number) =>
    expect.poll(async () => Math.round((await middleOf(thing)).x - before.x)).toBe(by)
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x - 80, y, { steps: 5 })
  await expectCarried(-80)
  await page.mouse.up()
  await expectCarried(-80)
  const cdp = await page.context().newCDPSession(page)
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', touchPoints: object[]) =>
    cdp.send('Input.dispatchTouchEvent', { type, touchPoints: touchPoints as [] })
  await touch('touchStart', [{ x, y }])
  for (const by of [10, 25, 50]) await touch('touchMove', [{ x: x + by, y }])
  await expectCarried(-30)
  await touch('touchEnd', [])
  await expectCarried(-30)
  await page.context().close()
  expect(heard).toEqual([])
})

test('drawn by keyboard alone: a row of booths, moved by arrows, published', async ({ page }) => {
  const heard = listen(page)
  await openEditor(page, instructor)
  const before = await countOf(page)
  await page.getByRole('button', { name: 'Booths in a row' }).press('Enter')
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name').fill('Hull stand')
  await dialog.getByLabel('How many').fill('3')
  await dialog.getByRole('textbox', { name: 'East' }).fill('200')
  await dialog.getByRole('textbox', { name: 'North' }).fill('-60')
  await dialog.getByRole('button', { name: 'Draw them' }).press('Enter')
  await expect(dialog).toBeHidden()
  await expect(page.getByRole('heading', { name: `Drawn here: ${before + 3}` })).toBeVisible()
  await (await find(page, 'Hull stand 2')).press('Enter')
  await expect(page.getByLabel('East', { exact: true })).toHaveValue('209.843')
  await page.keyboard.press('ArrowRight')
  await expect(page.getByLabel('East', { exact: true })).toHaveValue('210.343')
  await page.keyboard.press('Control+z')
  await expect(page.getByLabel('East', { exact: true })).toHaveValue('209.843')
  await kept(page)
  await page.keyboard.press('r')
  await expect(page.getByLabel('Front looks', { exact: false })).toHaveValue('105')
  await page.getByRole('button', { name: 'Turn', exact: true }).press('Enter')
  await page.keyboard.press('Control+z')
  const drawn = plan(page).locator('[data-thing].gasStore')
  await expect(drawn).toHaveCount(2)
  await page.getByRole('button', { name: 'Show: Gas and what burns' }).press('Enter')
  await expect(drawn).toHaveCount(0)
  await page.getByRole('button', { name: 'Show: Gas and what burns' }).press('Enter')
  await expect(drawn).toHaveCount(2)
  await page.getByRole('button', { name: 'Publish' }).press('Enter')
  await dialog.getByLabel('What changed').fill('Stands on the quay')
  await dialog.getByRole('button', { name: 'Publish' }).press('Enter')
  await expect(page.getByText('Published as version 2', { exact: true }).first()).toBeVisible()
  await page.goto(`${app.url}/plan`)
  await expect(page.getByText('Stands on the quay')).toBeVisible()
  expect(heard).toEqual([])
})

test('two draw at once: different things both stay, on the same one the second sees theirs', async ({
  browser,
}) => {
  const [one, two] = [
    await (await browser.newContext()).newPage(),
    await (await browser.newContext()).newPage(),
  ]
  await openEditor(one)
  await openEditor(two, instructor)
  await choose(one, 'Instructor')
  await one.getByLabel('Name', { exact: true }).fill('Desk of the bay')
  await kept(one)
  await choose(two, 'Meeting point')
  await two.getByLabel('Name', { exact: true }).fill('Muster')
  await kept(two)
  await choose(two, 'Instructor')
  await two.getByLabel('Name', { exact: true }).fill('Mine')
  await expect(two.getByTestId('kept')).toContainText('changed by somebody else meanwhile')
  await find(two, 'Desk of the bay')
  await find(two, 'Muster')
})

test('out as GeoJSON and in again; a file that is no plan changes nothing', async ({ page }) => {
  await openEditor(page)
  const before = await countOf(page)
  const waiting = page.waitForEvent('download')
  await page.getByRole('button', { name: 'GeoJSON' }).click()
  const path = await (await waiting).path()
  const file = JSON.parse(readFileSync(path, 'utf8')) as {
    features: { properties: { floor: string } }[]
  }
  // The file has every floor, the page counts this one.
  const here = file.features.filter(({ properties }) => properties.floor === 'ground')
  expect(here).toHaveLength(before)
  await page.getByRole('button', { name: 'From a file' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('GeoJSON file').setInputFiles({
    name: 'bad.geojson',
    mimeType: 'application/geo+json',
    buffer: Buffer.from('{"type":"FeatureCollection"}'),
  })
  await expect(dialog.getByText('This file is no plan.')).toBeVisible()
  const fewer = JSON.stringify({ ...file, features: here.slice(0, 5) })
  await dialog.getByLabel('GeoJSON file').setInputFiles({
    name: 'plan.geojson',
    mimeType: 'application/geo+json',
    buffer: Buffer.from(fewer),
  })
  await dialog.getByRole('button', { name: 'Take it over' }).click()
  await expect(page.getByRole('heading', { name: 'Drawn here: 5' })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('heading', { name: `Drawn here: ${before}` })).toBeVisible()
  await kept(page)
})

test('drawn over a page of a PDF that two points set to scale; it stays on this device', async ({
  page,
}) => {
  const heard = listen(page)
  await openEditor(page)
  const pdf = await (await page.request.get(`${app.url}/api/v1/plan/drawing.pdf?scale=200`)).body()
  await page.getByRole('button', { name: 'Draw over a picture' }).click()
  const dialog = page.getByRole('dialog')
  const give = (name: string, mimeType: string, buffer: Buffer) =>
    dialog.getByLabel('Picture or PDF').setInputFiles({ name, mimeType, buffer })
  await give('notes.png', 'image/png', Buffer.from('no picture'))
  await expect(dialog.getByRole('alert')).toContainText('This is no picture')
  await give('plan.pdf', 'application/pdf', pdf)
  await expect(dialog.getByAltText('The plan to be drawn over')).toBeVisible()
  await expect(dialog.getByRole('button', { name: 'Lay it under' })).toBeDisabled()
  await dialog.getByAltText('The plan to be drawn over').click({ position: { x: 20, y: 20 } })
  const second = dialog.getByRole('group', { name: 'Second point' })
  const first = dialog.getByRole('group', { name: 'First point' })
  await first.getByLabel('From the left, px').fill('100')
  await first.getByLabel('From the top, px').fill('100')
  await second.getByLabel('From the left, px').fill('300')
  await second.getByLabel('From the top, px').fill('100')
  // 65.617 ft are 20 m: a tenth of a metre each pixel.
  await dialog.getByRole('textbox', { name: 'Between them' }).fill('65.6168')
  await page.keyboard.press('Tab')
  await expectAccessible(page)
  await dialog.getByRole('button', { name: 'Lay it under' }).click()
  const underlay = page.getByTestId('underlay')
  await expect(underlay).toHaveAttribute('transform', /scale\(0\.1\d*\) translate\(-100 -100\)/)
  await page.reload()
  await expect(underlay).toBeAttached()
  await page.getByRole('button', { name: 'Draw over a picture' }).click()
  await dialog.getByRole('button', { name: 'Take it away' }).click()
  await expect(underlay).toHaveCount(0)
  expect(heard).toEqual([])
})

test('of a long list twenty are shown, and the others for the asking', async ({ page }) => {
  // What was read before is refused once something changed.
  const heard = listen(page, [/409/])
  await signIn(page, app.url, lead.email, lead.password)
  const { floors } = await (await page.request.get(`${app.url}/api/v1/plan/draft`)).json()
  const stations = Array.from({ length: 70 }, (_, i) => {
    const id = crypto.randomUUID()
    const shape = { type: 'box', at: { x: 300 + 6 * i, y: 0 }, angle: 90, width: 2, depth: 2 }
    const about = { kind: 'station', floor: floors[0].id, name: `Bay ${i}`, facts: {}, of: null }
    return { id, version: null, thing: { id, shape, ...about } }
  })
  const draw = async (changes: object[]): Promise<void> => {
    const made = await page.request.post(`${app.url}/api/v1/plan/draft/changes`, {
      headers: { origin: app.url },
      data: { id: crypto.randomUUID(), changes },
    })
    expect(made.status()).toBe(200)
  }
  await draw(stations)
  await page.goto(`${app.url}/plan/draw`)
  const group = page.getByRole('group').filter({ hasText: 'Ways to an eyewash' })
  await group.getByText('Ways to an eyewash').click()
  const told = group.locator('[data-code="plan.eyewash"]')
  await expect(told).toHaveCount(20)
  const more = group.getByRole('button', { name: /^Show 20 more of \d+$/ })
  await more.click()
  await expect(told).toHaveCount(40)
  // Somebody renames one meanwhile: it is read anew, as far as it was read before.
  const says = await told
    .filter({ hasText: /Bay \d+:/ })
    .first()
    .innerText()
  const { id, thing } = stations.find((one) => says.includes(`${one.thing.name}:`))!
  await draw([{ id, version: 1, thing: { ...thing, name: 'Bay of another name' } }])
  await more.click()
  await expect(told.filter({ hasText: 'Bay of another name' })).toBeVisible()
  await expect(told).toHaveCount(40)
  await more.click()
  await expect(told).toHaveCount(60)
  await expectAccessible(page)
  expect(heard).toEqual([])
})
