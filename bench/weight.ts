import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { gzipSync } from 'node:zlib'
import { chromium } from '@playwright/test'

export interface Served {
  child: ChildProcess
  ms: number
}

/** Start a built server and wait for its first answer. @returns the process, and the ms from start to answer */
export async function coldStart(
  entry: string,
  port: number,
  env: NodeJS.ProcessEnv = {},
): Promise<Served> {
  const from = performance.now()
  const child = spawn(process.execPath, [entry], {
    env: { ...process.env, ...env, NODE_ENV: 'production', HOST: '127.0.0.1', PORT: String(port) },
    stdio: 'ignore',
  })
  for (;;) {
    if (
      await fetch(`http://127.0.0.1:${port}/`).then(
        (answer) => answer.ok,
        () => false,
      )
    )
      return { child, ms: performance.now() - from }
    if (child.exitCode !== null) throw new Error(`${entry} stopped while starting.`)
    await new Promise((resolve) => setTimeout(resolve, 5))
  }
}

export async function stopServed({ child }: Served): Promise<void> {
  child.kill('SIGTERM')
  if (child.exitCode === null) await once(child, 'exit')
}

/** Gzipped bytes of page, scripts and styles that a browser fetches to show a first page. Fonts and pictures are not counted: the empty page has none. */
export async function pageWeight(url: string): Promise<number> {
  const browser = await chromium.launch({
    executablePath: process.env.ZONARIS_CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  })
  const page = await browser.newPage()
  const bodies: Promise<number>[] = []
  page.on('response', (response) => {
    if (['document', 'script', 'stylesheet'].includes(response.request().resourceType()))
      bodies.push(
        response.body().then(
          (body) => gzipSync(body).length,
          () => 0,
        ),
      )
  })
  await page.goto(url, { waitUntil: 'networkidle' })
  const total = (await Promise.all(bodies)).reduce((sum, size) => sum + size, 0)
  await browser.close()
  return total
}
