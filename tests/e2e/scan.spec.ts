import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { startApp, type App } from '../app'
import { test } from './browser'
import { filmOf } from './camera'
import { listen, signIn } from './page'

const film = join(tmpdir(), `zonaris-label-${process.pid}.y4m`)
filmOf('LJ-L', film)
test.use({
  permissions: ['camera'],
  launchOptions: {
    executablePath: process.env.ZONARIS_CHROMIUM ?? '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-background-networking',
      '--disable-component-update',
      '--use-fake-device-for-media-stream',
      '--use-fake-ui-for-media-stream',
      `--use-file-for-fake-video-capture=${film}`,
    ],
  },
})

let app: App
test.beforeAll(async () => {
  app = await startApp({ demo: true })
})
test.afterAll(() => app.end())

test('a label before the camera leads to its shelf; the same camera reads a marking', async ({
  page,
}) => {
  const heard = listen(page, [/status of 401/])
  const lead = signIns[0]!
  await signIn(page, app.url, lead.email, lead.password)
  await page.goto(`${app.url}/scan`)
  await page.getByRole('button', { name: 'Use the camera' }).click()
  await expect(page.getByRole('heading', { name: 'Loaner welding jacket, L' })).toBeVisible()
  await page.goto(`${app.url}/eyes`)
  await page.getByRole('button', { name: 'Scan', exact: true }).click()
  await expect(page.getByTestId('marking')).toHaveValue('LJ-L')
  await expect(page.getByText('Not known: it is in neither table')).toBeVisible()
  expect(heard).toEqual([])
})
