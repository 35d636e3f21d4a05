import { randomUUID } from 'node:crypto'
import { chromium, type CDPSession, type Page } from '@playwright/test'
import signIns from '../demo/sign-ins.json' with { type: 'json' }
import { largePlan } from './plan'
import { coldStart, stopServed } from './weight'

const AT_ONCE = 500
const MOVES = 60

/** ms of the page's one thread for each move of the hand: script, style and layout together. */
async function eachMove(page: Page, cdp: CDPSession, work: () => Promise<void>): Promise<number> {
  const busy = async (): Promise<number> => {
    const { metrics } = await cdp.send('Performance.getMetrics')
    const of = (name: string): number => metrics.find((one) => one.name === name)!.value
    return (of('ScriptDuration') + of('LayoutDuration') + of('RecalcStyleDuration')) * 1000
  }
  await page.waitForTimeout(500)
  const before = await busy()
  await work()
  return ((await busy()) - before) / MOVES
}

/** Moving the page and dragging a thing on a plan of 500 rooms, in a browser. */
export async function planByHand(
  entry: string,
  port: number,
): Promise<{ pan: number; drag: number; things: number }> {
  const served = await coldStart(entry, port)
  const base = `http://127.0.0.1:${port}`
  const browser = await chromium.launch({
    executablePath: process.env.ZONARIS_CHROMIUM,
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
    await plan.locator('[data-thing]').nth(1_000).waitFor()
    const cdp = await page.context().newCDPSession(page)
    await cdp.send('Performance.enable')
    const box = (await plan.boundingBox())!
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
    const pull = async (fromX: number, fromY: number): Promise<void> => {
      await page.mouse.move(fromX, fromY)
      await page.mouse.down()
      await page.mouse.move(fromX + 120, fromY + 60, { steps: MOVES })
      await page.mouse.up()
    }
    const pan = await eachMove(page, cdp, () => pull(box.x + 6, box.y + box.height - 6))
    const drag = await eachMove(page, cdp, () => pull(x, y))
    return { pan, drag, things: things.length }
  } finally {
    await browser.close()
    await stopServed(served)
  }
}
