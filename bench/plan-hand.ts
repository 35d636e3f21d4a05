import { randomUUID } from 'node:crypto'
import { chromium, type CDPSession, type Page } from '@playwright/test'
import signIns from '../demo/sign-ins.json' with { type: 'json' }
import type { ThingKind } from '#core/plan/kinds.table'
import { largePlan } from './plan'
import { coldStart, stopServed } from './weight'

const AT_ONCE = 500
const MOVES = 60

/** ms for which the page's one thread is busy at each move of the hand: script, style, layout and paint together. */
async function eachMove(page: Page, cdp: CDPSession, work: () => Promise<void>): Promise<number> {
  const busy = async (): Promise<number> => {
    const { metrics } = await cdp.send('Performance.getMetrics')
    return metrics.find(({ name }) => name === 'TaskDuration')!.value * 1000
  }
  await page.waitForTimeout(1_000)
  const before = await busy()
  await work()
  return ((await busy()) - before) / MOVES
}

/** Where a press on the plan meets a thing of some kind, or none of its things. */
const placeOn = (page: Page, kind: ThingKind | null): Promise<{ x: number; y: number }> =>
  page.getByTestId('plan').evaluate((plan, wanted) => {
    const { left, top, width, height } = plan.getBoundingClientRect()
    for (let x = left + width / 3; x < left + width; x += 3)
      for (let y = top + 5; y < top + height; y += 3) {
        const there = document.elementFromPoint(x, y)
        if (!there || !plan.contains(there)) continue
        const thing = there.closest('[data-thing]')
        if (wanted === null ? !thing : thing?.classList.contains(wanted)) return { x, y }
      }
    throw new Error(`Nowhere on the page is ${wanted ?? 'the plan free'}.`)
  }, kind)

/** Moving the page and dragging a thing on a plan of 500 rooms, in a browser. */
export async function planByHand(
  entry: string,
  port: number,
): Promise<{ pan: number; drag: number; things: number }> {
  const served = await coldStart(entry, port)
  const base = `http://127.0.0.1:${port}`
  const browser = await chromium.launch({
    executablePath: process.env.ZONARIS_CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  })
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    const headers = { origin: base }
    const { email, password } = signIns[0]!
    await page.request.post(`${base}/api/v1/sign-in`, { data: { email, password }, headers })
    const things = largePlan().things.map((thing) => ({ ...thing, id: randomUUID() }))
    for (let i = 0; i < things.length; i += AT_ONCE) {
      const changes = things
        .slice(i, i + AT_ONCE)
        .map((thing) => ({ id: thing.id, version: null, thing }))
      const data = { id: randomUUID(), changes }
      const answer = await page.request.post(`${base}/api/v1/plan/draft/changes`, { data, headers })
      if (!answer.ok()) throw new Error(await answer.text())
    }
    await page.goto(`${base}/plan/draw`)
    const plan = page.getByTestId('plan')
    await plan.locator('[data-thing]').nth(1_000).waitFor({ state: 'attached' })
    // What is wrong with it is looked for first, and shown.
    await page.waitForLoadState('networkidle')
    const cdp = await page.context().newCDPSession(page)
    await cdp.send('Performance.enable')
    const pull = async (from: { x: number; y: number }): Promise<void> => {
      await page.mouse.move(from.x, from.y)
      await page.mouse.down()
      await page.mouse.move(from.x + 60, from.y + 30, { steps: MOVES })
      await page.mouse.up()
    }
    /** The time, once it is sure that the pull did something. */
    const pulled = async (from: { x: number; y: number }, what: string): Promise<number> => {
      const before = await plan.innerHTML()
      const took = await eachMove(page, cdp, () => pull(from))
      if ((await plan.innerHTML()) === before) throw new Error(`Nothing was moved: ${what}.`)
      return took
    }
    const pan = await pulled(await placeOn(page, null), 'the page')
    const drag = await pulled(await placeOn(page, 'station'), 'a station')
    return { pan, drag, things: await plan.locator('[data-thing]').count() }
  } finally {
    await browser.close()
    await stopServed(served)
  }
}
