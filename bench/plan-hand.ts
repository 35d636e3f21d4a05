import { randomUUID } from 'node:crypto'
import { chromium, type CDPSession, type Locator, type Page } from '@playwright/test'
import signIns from '../demo/sign-ins.json' with { type: 'json' }
import type { ThingKind } from '#core/plan/kinds.table'
import type { PlanJudged } from '#shared/plan/judged'
import { roomsInLine } from './large-plans'
import { coldStart, stopServed } from './weight'

const AT_ONCE = 500
const MOVES = 60

/** ms for which the page's one thread is busy with some work: script, style, layout and paint together. */
async function busyWith(page: Page, cdp: CDPSession, work: () => Promise<void>): Promise<number> {
  const busy = async (): Promise<number> => {
    const { metrics } = await cdp.send('Performance.getMetrics')
    return metrics.find(({ name }) => name === 'TaskDuration')!.value * 1000
  }
  await page.waitForTimeout(1_000)
  const before = await busy()
  await work()
  return (await busy()) - before
}

interface Place {
  x: number
  y: number
  /** The thing that is there. */
  id: string | null
}

/** Where a press on the plan meets a thing of some kind, or none of its things. */
const placeOn = (page: Page, kind: ThingKind | null): Promise<Place> =>
  page.getByTestId('plan').evaluate((plan, wanted) => {
    const { left, top, width, height } = plan.getBoundingClientRect()
    for (let x = left + width / 3; x < left + width; x += 3)
      for (let y = top + 5; y < top + height; y += 3) {
        const there = document.elementFromPoint(x, y)
        if (!there || !plan.contains(there)) continue
        const thing = there.closest<SVGElement>('[data-thing]')
        if (wanted === null ? !thing : thing?.classList.contains(wanted))
          return { x, y, id: thing?.dataset.thing ?? null }
      }
    throw new Error(`Nowhere on the page is ${wanted ?? 'the plan free'}.`)
  }, kind)

/** ms: at each move of the page and of a thing, and once, to take hold of the thing. */
interface ByHand {
  pan: number
  drag: number
  hold: number
  things: number
  findings: number
}

/** Moving the page and dragging a thing on a plan of 500 rooms, in a browser. */
export async function planByHand(entry: string, port: number): Promise<ByHand> {
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
    const change = async (changes: readonly object[]): Promise<void> => {
      for (let i = 0; i < changes.length; i += AT_ONCE) {
        const data = { id: randomUUID(), changes: changes.slice(i, i + AT_ONCE) }
        const to = `${base}/api/v1/plan/draft/changes`
        const answer = await page.request.post(to, { data, headers })
        if (!answer.ok()) throw new Error(await answer.text())
      }
    }
    // The yard of the demo makes room: two plans on one ground are wrong, and nothing would be said of them.
    const draft = await page.request.get(`${base}/api/v1/plan/draft`)
    const yard = ((await draft.json()) as { things: { id: string; version: number }[] }).things
    await change(yard.map(({ id, version }) => ({ id, version, thing: null })))
    const things = roomsInLine().things.map((thing) => ({ ...thing, id: randomUUID() }))
    await change(things.map((thing) => ({ id: thing.id, version: null, thing })))
    await page.goto(`${base}/plan/draw`)
    const plan = page.getByTestId('plan')
    await plan.locator('[data-thing]').nth(1_000).waitFor({ state: 'attached' })
    // What it says is looked for first, and shown.
    await page.getByText('Ways out').waitFor()
    await page.waitForLoadState('networkidle')
    const cdp = await page.context().newCDPSession(page)
    await cdp.send('Performance.enable')
    /** The times, once it is sure that what was pulled is elsewhere. @param drawn an attribute of it that tells where it is */
    const pulled = async (
      from: Place,
      what: Locator,
      drawn: string,
    ): Promise<{ hold: number; move: number }> => {
      const before = await what.getAttribute(drawn)
      await page.mouse.move(from.x, from.y)
      const hold = await busyWith(page, cdp, async () => {
        await page.mouse.down()
        await page.mouse.move(from.x + 1, from.y + 1)
        // Until it is seen in the hand.
        await page.evaluate(() => new Promise(requestAnimationFrame))
        await page.evaluate(() => new Promise(requestAnimationFrame))
      })
      const moves = await busyWith(page, cdp, () =>
        page.mouse.move(from.x + 60, from.y + 30, { steps: MOVES }),
      )
      await page.mouse.up()
      // What was let go is where it was drawn, once nothing is in the hand any more.
      await page.waitForTimeout(500)
      if ((await what.getAttribute(drawn)) === before) throw new Error('Nothing was moved.')
      return { hold, move: moves / MOVES }
    }
    const pan = await pulled(
      await placeOn(page, null),
      plan.locator('svg > g').first(),
      'transform',
    )
    const station = await placeOn(page, 'station')
    const outline = plan.locator(`[data-thing="${station.id}"] .figure`).first()
    const drag = await pulled(station, outline, 'd')
    const said = await page.request.get(`${base}/api/v1/plan/draft/findings`)
    const { groups } = (await said.json()) as PlanJudged
    const counts = groups.flatMap((group) => Object.values(group.counts))
    return {
      pan: pan.move,
      drag: drag.move,
      hold: drag.hold,
      things: await plan.locator('[data-thing]').count(),
      findings: counts.reduce((sum, count) => sum + count, 0),
    }
  } finally {
    await browser.close()
    await stopServed(served)
  }
}
