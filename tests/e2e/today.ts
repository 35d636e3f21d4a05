import { expect, type Page } from '@playwright/test'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import type { App } from '../app'

/** Today's session, copied from yesterday's when no test has done so yet. */
export async function sessionToday(app: App, page: Page): Promise<string> {
  const lead = signIns[0]!
  const headers = { origin: app.url }
  await page.request.post(`${app.url}/api/v1/sign-in`, {
    data: { email: lead.email, password: lead.password },
    headers,
  })
  const { rows } = (await (await page.request.get(`${app.url}/api/v1/sessions`)).json()) as {
    rows: { id: string; day: string; title: string }[]
  }
  const bay = rows.filter((row) => row.title.startsWith('Apprentice bay'))
  if (bay.length > 1) return bay[0]!.id
  const day = await page.evaluate(() =>
    new Intl.DateTimeFormat('en-CA', { timeZone: 'America/Halifax' }).format(new Date()),
  )
  const copied = await page.request.post(`${app.url}/api/v1/sessions/${bay[0]!.id}/copy`, {
    data: { day },
    headers,
  })
  expect(copied.status()).toBe(201)
  await page.request.delete(`${app.url}/api/v1/sign-in`, { headers })
  return ((await copied.json()) as { id: string }).id
}
