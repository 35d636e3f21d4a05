import { chromium } from '@playwright/test'
import signIns from '../demo/sign-ins.json' with { type: 'json' }

/** Time of one arrow key in the readiness matrix: script, render, style and layout, ms; median and 95th percentile of 200. */
export async function matrixKeystroke(base: string): Promise<{ median: number; p95: number }> {
  const browser = await chromium.launch({
    executablePath: process.env.ZONARIS_CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  })
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.request.post(`${base}/api/v1/sign-in`, {
    data: { email: signIns[0]!.email, password: signIns[0]!.password },
    headers: { origin: base },
  })
  const { rows } = (await (await page.request.get(`${base}/api/v1/sessions`)).json()) as {
    rows: { id: string }[]
  }
  await page.goto(`${base}/sessions/${rows[0]!.id}`)
  await page.getByRole('grid').waitFor()
  await page.locator('[data-at="0-0"]').click()
  const took = await page.evaluate(async () => {
    const keys = ['ArrowRight', 'ArrowDown', 'ArrowRight', 'ArrowDown', 'ArrowLeft', 'ArrowUp']
    const times: number[] = []
    for (let i = 0; i < 200; i++) {
      const from = performance.now()
      document.activeElement!.dispatchEvent(
        new KeyboardEvent('keydown', { key: keys[i % keys.length], bubbles: true }),
      )
      // The page renders in microtasks after the event.
      for (let j = 0; j < 20; j++) await Promise.resolve()
      void document.body.offsetHeight
      times.push(performance.now() - from)
      await new Promise((resolve) => requestAnimationFrame(resolve))
    }
    return times
  })
  await browser.close()
  took.sort((a, b) => a - b)
  return { median: took[100]!, p95: took[190]! }
}
