import { linesOf } from '#core/inspection/checklist'
import { expect, type Page } from '@playwright/test'
import { personRecord } from '../server/shop.fixture'
import { SWEEP } from '#core/firewatch/rules.table'
import { SETUP_CODE, startApp, type App } from '../app'
import { test } from './browser'
import { choose, group, listen, pick, signIn } from './page'

/** From an empty database to a closed permit, by hand and eye, with the clock running fast. */
let app: App
test.beforeAll(async () => {
  app = await startApp({ rehearsal: 10 })
})
test.afterAll(() => app.end())
// The second test goes on in the shop that the first has made.
test.describe.configure({ mode: 'serial' })

const PASSWORD = 'a long enough password'

async function addPerson(page: Page, name: string, pin: string, trained: boolean): Promise<void> {
  await page.getByRole('button', { name: 'Add a person' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name').fill(name)
  if (trained) await dialog.getByLabel('Fire watch trained on').fill('2026-03-02')
  await dialog.getByLabel('New PIN').fill(pin)
  await dialog.getByRole('button', { name: 'Add' }).click()
  await expect(dialog).toBeHidden()
}

async function addGear(page: Page, kind: string, fill: Record<string, string>): Promise<void> {
  await page.goto(`${app.url}/gear`)
  await page.getByRole('button', { name: 'Add gear' }).click()
  const dialog = page.getByRole('dialog')
  await pick(page, dialog.getByRole('combobox', { name: 'Kind' }), kind)
  for (const [label, value] of Object.entries(fill))
    await dialog.getByLabel(label, { exact: true }).fill(value)
  await dialog.getByRole('button', { name: 'Add' }).click()
  await expect(dialog).toBeHidden()
}

async function openGear(page: Page, label: string): Promise<void> {
  await page.goto(`${app.url}/gear`)
  await page.getByRole('table').getByRole('link', { name: label, exact: true }).click()
  await expect(page.getByRole('heading', { name: label })).toBeVisible()
}

async function answerDialog(
  page: Page,
  confirm: string,
  pin?: string,
  note?: string,
): Promise<void> {
  const dialog = page.getByRole('dialog')
  if (note) await dialog.locator('textarea').fill(note)
  if (pin) await dialog.getByLabel(/^PIN/).fill(pin)
  await dialog.getByRole('button', { name: confirm }).click()
  await expect(dialog).toBeHidden()
}

/** On another's phone: whoever walked the round signs for it. */
async function logRound(page: Page, pin: string): Promise<void> {
  await page.getByRole('button', { name: 'Round made' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Their PIN').fill(pin)
  await dialog.getByRole('button', { name: 'Log the round' }).click()
  await expect(dialog).toBeHidden()
}

/** An instructor clears somebody for stick welding. */
async function clearFor(page: Page, name: string): Promise<void> {
  const found = await page.request.get(`${app.url}/api/v1/people?q=${encodeURIComponent(name)}`)
  const { rows } = (await found.json()) as { rows: { id: string }[] }
  const cleared = await page.request.put(`${app.url}/api/v1/people/${rows[0]!.id}/record`, {
    data: personRecord({ cleared: ['SMAW', 'GMAW', 'FCAW'] }),
    headers: { origin: app.url },
  })
  expect(cleared.ok()).toBe(true)
}

/** Every line that locks out or has a reading, one by one; the rest is passed by its button. */
async function passEach(
  page: Page,
  kind: 'cylinder' | 'machine',
  occasion: 'beforeUse' | 'monthly' = 'beforeUse',
  but?: string,
): Promise<void> {
  for (const line of linesOf(kind, occasion))
    if (line.id !== but && (line.critical || line.measure))
      await group(page, `line-${line.id}`, 'Pass').click()
}

test('the whole slice', async ({ page }) => {
  let job = ''
  const heard = listen(page, [
    /status of 40[019]/,
    /ERR_CONNECTION|Failed to load resource|Failed to fetch/,
  ])

  await test.step('first start', async () => {
    await page.goto(app.url)
    await expect(page.getByRole('heading', { name: 'First start' })).toBeVisible()
    await page.getByRole('button', { name: 'Set up' }).click()
    await expect(page.getByText('Enter a name.').first()).toBeVisible()
    await page.getByLabel('Setup code').fill('not the code')
    await page.getByLabel('Organisation').fill('Heron Sluice Works')
    await page.getByLabel('Site').fill('North shed')
    await page.getByLabel('Time zone').fill('UTC')
    await page.getByLabel('Your name').fill('Ada Reedmace')
    await page.getByLabel('Email').fill('lead@heron.example')
    await page.getByLabel('Password').fill(PASSWORD)
    await page.getByRole('button', { name: 'Set up' }).click()
    await expect(page.getByText('Not the code that the start command printed.')).toBeVisible()
    await page.getByLabel('Setup code').fill(SETUP_CODE.toLowerCase())
    await page.getByRole('button', { name: 'Set up' }).click()
    await page.waitForURL('**/begin')
    await expect(page.getByTestId('rehearsal')).toContainText('10 times')
  })

  await test.step('people, gear and a PIN', async () => {
    await page.getByRole('link', { name: 'People' }).click()
    await addPerson(page, 'Bram Sedge', '2468', false)
    await addPerson(page, 'Cleo Withy', '1357', true)
    await addPerson(page, 'Dara Osier', '8642', true)
    await clearFor(page, 'Bram Sedge')
    await page.goto(`${app.url}/account`)
    const pin = page.locator('section').filter({ has: page.getByRole('heading', { name: 'PIN' }) })
    await pin.getByLabel('Your password').fill(PASSWORD)
    await page.getByLabel('New PIN').fill('9753')
    await page.getByRole('button', { name: 'Set the PIN' }).click()
    await expect(page.getByText('Set. It signs permits')).toBeVisible()
    await addGear(page, 'Machine', { Label: 'M-01', 'The look before use counts for, days': '30' })
    await addGear(page, 'Cylinder', {
      Label: 'C-01',
      Gas: 'Argon 75 / CO2 25',
      'The look before use counts for, days': '30',
    })
    await addGear(page, 'Helmet or goggles', { Label: 'H-01', Shade: '5-8 / 9-13' })
  })

  await test.step('look at cylinder and machine before use', async () => {
    await openGear(page, 'C-01')
    await page.getByLabel('Gauge pressure').fill('2200')
    await passEach(page, 'cylinder')
    await page.getByRole('button', { name: 'The rest passes' }).click()
    await page.getByRole('button', { name: 'Log the inspection' }).click()
    await expect(page.getByText('Cylinder C-01 passed its inspection today.')).toBeVisible()

    await openGear(page, 'M-01')
    await passEach(page, 'machine')
    await page.getByRole('button', { name: 'The rest passes' }).click()
    await page.getByRole('button', { name: 'Log the inspection' }).click()
    await expect(page.getByText('Machine M-01 passed its inspection today.')).toBeVisible()
  })

  await test.step('describe the job; every answer follows what is typed', async () => {
    await page.goto(`${app.url}/jobs/new`)
    await page.getByTestId('job-title').fill('Sluice gate bracket')
    await choose(page, page.getByTestId('process'), /GMAW/)
    await page.getByLabel('Current', { exact: true }).fill('600')
    await expect(page.getByText('No shade, because 600 A lies outside the table')).toBeVisible()
    await page.getByLabel('Current', { exact: true }).fill('160')
    await expect(page.getByTestId('shade-answer')).toHaveText('12')
    await page.getByLabel('Current', { exact: true }).fill('150')
    await expect(page.getByTestId('shade-answer')).toHaveText('11')
    await choose(page, page.getByTestId('consumable'), 'E70S')
    await choose(page, page.getByTestId('place'), 'Elsewhere, described')
    await page.getByTestId('where').fill('Sluice gate, river side')
    await choose(page, page.getByTestId('welder'), 'Bram Sedge')
    await choose(page, page.getByTestId('helmet'), /H-01/)
    await expect(page.getByText('H-01: use the range 9 to 13 and set 11.')).toBeVisible()
    await expect(page.getByText('Coating unknown: do not weld')).toBeVisible()
    await expect(page.getByTestId('overall')).toContainText('Do not start')
    // Nothing typed is lost by a reload.
    await page.waitForTimeout(700)
    await page.reload()
    await expect(page.getByText('Your unsaved entries were brought back.')).toBeVisible()
    await expect(page.getByTestId('job-title')).toHaveValue('Sluice gate bracket')
    await choose(page, page.getByTestId('coating'), /No coating/)
    await page.locator('#air').getByText('Outdoors', { exact: true }).click()
    await page.getByLabel('Wind at the work').fill('390')
    await expect(page.getByText('Coating unknown: do not weld')).toBeHidden()
    await choose(page, page.getByTestId('gear-machine'), /M-01/)
    await choose(page, page.getByTestId('gear-cylinder'), /C-01/)
    await expect(page.locator('#gear').getByText('Machine M-01 passed')).toBeVisible()
    await page.keyboard.press('Control+s')
    await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/)
    job = page.url()
  })

  await test.step('the monthly look locks the machine out, and with it the job', async () => {
    await openGear(page, 'M-01')
    await page.goto(`${page.url().split('?')[0]}?look=monthly`)
    await page.getByLabel('Open circuit').last().fill('130')
    await passEach(page, 'machine', 'monthly', 'ocvAc')
    await group(page, 'line-ocvAc', 'n/a').click()
    await page.getByRole('button', { name: 'The rest passes' }).click()
    await page.getByRole('button', { name: 'Log the inspection' }).click()
    await expect(page.getByTestId('lock')).toContainText(
      'Open circuit, DC: reading 130 V over 100 V',
    )
    await expect(page.getByRole('link', { name: /Locked out/ })).toContainText('1')
    await page.goto(job)
    await expect(page.locator('#gear').getByText('Machine M-01 is locked out')).toBeVisible()
  })

  await test.step('draft the permit on the same page; the locked machine blocks it', async () => {
    await page.getByRole('button', { name: 'Draft the permit' }).click()
    const none = ['container', 'detectors']
    for (const { id } of SWEEP)
      await group(page, `sweep-${id}`, none.includes(id) ? 'n/a' : 'Yes').click()
    await page.getByLabel('Height of the work above the floor').fill('1')
    await choose(page, page.getByTestId('fire-watch'), 'Bram Sedge')
    const from = await page.getByLabel('Valid from').inputValue()
    const nineHours = new Date(Date.parse(`${from}:00Z`) + 9 * 3_600_000).toISOString().slice(0, 16)
    await page.getByTestId('valid-to').fill(nineHours)
    await page.getByRole('button', { name: 'Save the fire check' }).click()
    await expect(page.getByRole('button', { name: 'Fire check saved' })).toBeVisible()
    await page.getByRole('link', { name: /sign and issue/ }).click()
    await expect(page.getByRole('button', { name: 'Issue' })).toBeDisabled()
    await expect(page.getByText('The operator cannot be the fire watch.').first()).toBeVisible()
    await expect(page.locator('[data-code="gear.machine"]').first()).toContainText(
      'Machine M-01 is locked out',
    )
    // Law has no override; the shift length is the house's own.
    await expect(
      page.locator('[data-code="fire.watch"]').getByRole('button', { name: /Override/ }),
    ).toBeHidden()
    await expect(
      page.locator('[data-code="fire.validity"]').getByRole('button', { name: /Override/ }),
    ).toBeVisible()
  })

  await test.step('unlock with a repair note and a fresh pass', async () => {
    const meter = await page.request.post(`${app.url}/api/v1/gear`, {
      data: {
        kind: 'voltMeter',
        label: 'VM-1',
        description: '',
        everyDays: 30,
        fields: { calibratedUntil: '2099-01-01' },
      },
      headers: { origin: app.url },
    })
    expect(meter.status()).toBe(201)
    await openGear(page, 'M-01')
    await page.goto(`${page.url().split('?')[0]}?look=monthly`)
    await page.getByRole('textbox', { name: 'Open circuit' }).last().fill('72')
    await pick(page, page.getByRole('combobox', { name: 'Voltage meter' }), /^VM-1, calibrated/)
    await passEach(page, 'machine', 'monthly', 'ocvAc')
    await group(page, 'line-ocvAc', 'n/a').click()
    await page.getByRole('button', { name: 'The rest passes' }).click()
    await page.getByRole('button', { name: 'Log, and unlock' }).click()
    await expect(page.getByText('Say what was repaired; without it it stays locked.')).toBeVisible()
    await page.getByLabel('Repair note').fill('Voltage reducer replaced and measured')
    await page.getByRole('button', { name: 'Log, and unlock' }).click()
    await expect(page.getByText('Fit for use.')).toBeVisible()
  })

  await test.step('override with a reason, sign, issue', async () => {
    await page.goto(`${app.url}/permits`)
    await page.getByRole('link', { name: 'Sluice gate, river side' }).click()
    await choose(page, page.getByTestId('fire-watch'), 'Cleo Withy')
    await page.getByRole('button', { name: 'Save the fire check' }).click()
    await expect(page.getByText('1 holds it back')).toBeVisible()
    await page
      .locator('[data-code="fire.validity"]')
      .getByRole('button', { name: /Override/ })
      .click()
    await answerDialog(
      page,
      'Override with this reason',
      undefined,
      'Tide work to the end of the ebb, relief named',
    )
    await expect(page.getByText('Overridden by a lead')).toBeVisible()
    await expect(page.getByText('Not yet: signatures missing.')).toBeVisible()
    await page.getByRole('button', { name: 'Operator signs' }).click()
    await page
      .getByRole('dialog')
      .getByLabel(/^PIN of Bram/)
      .fill('0000')
    await page.getByRole('dialog').getByRole('button', { name: 'Sign' }).click()
    await expect(page.getByText('Not the PIN of Bram Sedge.')).toBeVisible()
    await answerDialog(page, 'Sign', '2468')
    await page.getByRole('button', { name: 'Fire watch signs' }).click()
    await answerDialog(page, 'Sign', '1357')
    await page.getByRole('button', { name: 'Issue' }).click()
    await answerDialog(page, 'Issue', '9753')
    await expect(page.getByTestId('permit-state').first()).toHaveAttribute('data-state', 'issued')
  })

  await test.step('work, watch, restart in the middle, close', async () => {
    await page.getByRole('button', { name: 'Start work' }).click()
    await answerDialog(page, 'Start work')
    await page.setViewportSize({ width: 390, height: 844 })
    await page.getByRole('link', { name: 'Open the watch' }).click()
    await page.getByRole('button', { name: 'Work stopped' }).click()
    await answerDialog(page, 'Start the watch')
    const dial = page.getByRole('img', { name: /of the watch left/ })
    await expect(dial).toBeVisible()
    await page.getByLabel('Note on this round').fill('Embers raked out')
    await logRound(page, '1357')
    await expect(page.getByText('Embers raked out')).toBeVisible()
    await expect(page.getByRole('button', { name: 'Close the permit' })).toBeDisabled()

    const seconds = async (): Promise<number> => {
      const [minutes, rest] = (await dial.locator('text.plate').textContent())!
        .split(':')
        .map(Number)
      return minutes! * 60 + rest!
    }
    const leftBefore = await seconds()
    await app.stop()
    await page.getByRole('button', { name: 'Round made' }).click()
    await page.getByLabel('Their PIN').fill('1357')
    await page.getByRole('button', { name: 'Log the round' }).click()
    await expect(page.getByText(/No answer from the server/)).toBeVisible()
    await page.getByRole('button', { name: 'Leave it' }).click()
    await expect(dial).toBeVisible()
    await app.start()
    await page.reload()
    await expect(page.getByText('Embers raked out')).toBeVisible()
    // Cleo has to go; Dara takes the watch over with the own PIN.
    await page.getByRole('button', { name: 'Hand the watch over' }).click()
    const next = page.getByRole('dialog').getByLabel('Takes the watch over').last()
    await pick(page, next, /Dara Osier/)
    await page.getByLabel('Their PIN').fill('8642')
    await expect(page.getByLabel('Their PIN')).toHaveValue('8642')
    await page.getByRole('button', { name: 'Take the watch over' }).click()
    await expect(page.getByText('Watch: Dara Osier')).toBeVisible()
    const left = await seconds()
    expect(left).toBeLessThan(leftBefore)
    await page.waitForTimeout(2000)
    expect(left - (await seconds())).toBeGreaterThan(15)

    // The rest of the hour is over sooner.
    await app.stop()
    await app.start({ ZONARIS_REHEARSAL: '120' })
    await page.reload()

    await expect(page.getByText('Time is up. Walk the area once more.')).toBeVisible({
      timeout: 60_000,
    })
    await expect(page.getByRole('button', { name: 'Close the permit' })).toBeDisabled()
    await logRound(page, '8642')
    await page.getByRole('button', { name: 'Close the permit' }).click()
    await answerDialog(page, 'Close the permit', '8642')
    await expect(page.getByTestId('permit-state').first()).toHaveAttribute('data-state', 'closed')
  })

  await test.step('the record', async () => {
    await page.setViewportSize({ width: 1280, height: 800 })
    await page.getByRole('link', { name: /^Permit \d/ }).click()
    await expect(page.getByText('Made in a rehearsal. Not a permit to work.')).toBeVisible()
    const pdf = await page.request.get(
      `${app.url}${await page.getByRole('link', { name: 'PDF' }).getAttribute('href')}`,
    )
    expect(pdf.headers()['content-type']).toBe('application/pdf')
    expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-')
    await page.getByRole('link', { name: 'Sluice gate bracket' }).click()
    await expect(page.getByRole('heading', { name: 'Sluice gate bracket' })).toBeVisible()
    await page.getByRole('link', { name: 'PPE card' }).click()
    await expect(page.getByText('Never lighter than 10.')).toBeVisible()
    await page.emulateMedia({ media: 'print' })
    await expect(page.getByRole('navigation', { name: 'Order of the work' })).toBeHidden()
    await page.emulateMedia({ media: 'screen' })
  })
  expect(heard).toEqual([])
})

test('a worker sees the shop through their own eyes', async ({ page }) => {
  await signIn(page, app.url, 'lead@heron.example', PASSWORD)
  await page.goto(`${app.url}/people`)
  await page.getByRole('link', { name: 'Bram Sedge' }).click()
  await page.getByRole('button', { name: 'Name, sign-in, course' }).click()
  await page.getByRole('dialog').getByLabel('Email').fill('bram@heron.example')
  await page.getByRole('dialog').getByLabel('New password').fill(PASSWORD)
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await signIn(page, app.url, 'bram@heron.example', PASSWORD)
  await page.goto(`${app.url}/people`)
  await expect(page.getByRole('heading', { name: 'People' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Add a person' })).toBeHidden()
  await page.goto(`${app.url}/shop`)
  await expect(page.getByRole('heading', { name: 'Stations' })).toBeVisible()
  await page.getByRole('link', { name: 'House rules' }).click()
  await expect(page.getByText('A safety lead changes the house rules.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Save house rules' })).toBeHidden()
})
