import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { chromiumPath, ROOT } from './lib/install.mjs'
import { freePort } from './lib/port.mjs'
import { stopAll, stopOnSignal } from './lib/process.mjs'
import { main, say } from './lib/say.mjs'
import { serve } from './lib/serve.mjs'
import { throwawayDemo } from './lib/throwaway.mjs'

// npm run screenshots: one current picture of each main view, from freshly loaded demo data.
let demo = null
const cleanUp = async () => {
  await stopAll()
  await demo?.database.close()
}
stopOnSignal(cleanUp)
main(async () => {
  demo = await throwawayDemo(5770)
  const port = await freePort(4370)
  const { startGateway } = await import('../standins/gateway.mjs')
  const { env } = await startGateway()
  await serve({ port, appUrl: demo.appUrl, sealed: demo.sealed, quiet: true, env })
  await take(`http://127.0.0.1:${port}`)
}, cleanUp)

async function take(base) {
  const { chromium } = await import('@playwright/test')
  const browser = await chromium.launch({
    executablePath: chromiumPath(),
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  })
  const [lead, , , watcher] = JSON.parse(readFileSync(join(ROOT, 'demo', 'sign-ins.json'), 'utf8'))
  const open = async (options) => {
    const context = await browser.newContext({
      viewport: { width: 1280, height: 800 },
      colorScheme: 'light',
      ...options,
    })
    const page = await context.newPage()
    const shot = async (name, path, at, fill = [], act = async () => {}) => {
      await page.goto(base + path)
      await page.getByRole('heading', { level: 1 }).waitFor()
      await page.waitForLoadState('networkidle')
      for (const [testId, text] of fill) await page.getByTestId(testId).fill(text)
      await act(page)
      if (at)
        await page.locator(at).evaluate((element) => element.scrollIntoView({ block: 'start' }))
      await page.waitForTimeout(300)
      await page.screenshot({ path: join(ROOT, 'docs', 'screenshots', `${name}.png`) })
      say(`  ${name}.png`)
    }
    const get = async (path) => (await context.request.get(`${base}/api/v1${path}`)).json()
    const post = async (path, data) =>
      (
        await context.request.post(`${base}/api/v1${path}`, { data, headers: { origin: base } })
      ).json()
    const paper = async (path) => (await context.request.get(`${base}/api/v1${path}`)).body()
    const enter = (who = lead) =>
      context.request.post(`${base}/api/v1/sign-in`, {
        data: { email: who.email, password: who.password },
        headers: { origin: base },
      })
    return { shot, get, post, enter, paper, context }
  }
  say('Taking pictures.')
  const desk = await open({})
  await desk.enter()
  const job = (await desk.get('/jobs?q=Hardfacing')).rows[0].id
  const { rows: permits } = await desk.get('/permits')
  const permit = (state) => permits.find((row) => row.state === state).id
  const machines = (await desk.get('/gear?kind=machine&all=true')).rows
  const machine = machines.find((one) => one.label === 'M-06').id
  const yesterday = (await desk.get('/sessions')).rows[0]
  const { id: session } = await desk.post(`/sessions/${yesterday.id}/copy`, {
    day: new Intl.DateTimeFormat('en-CA', { timeZone: 'America/Halifax' }).format(new Date()),
  })
  const { members, stations } = await desk.get(`/sessions/${session}`)
  await desk.post(`/sessions/${session}/changes`, {
    change: {
      kind: 'presence',
      people: members.map((member) => member.personId),
      presence: 'present',
    },
  })
  await desk.post(`/sessions/${session}/changes`, {
    change: { kind: 'prove', stations: stations.map((station) => station.id), proved: true },
  })
  const learner = members.find((member) => member.name === 'Abner Quill').personId
  const booth = (await desk.get('/stations')).find((station) => station.name === 'Booth 1').code
  const booth10 = (await desk.get('/stations')).find((station) => station.name === 'Booth 10').id
  const fillets = (await desk.get('/jobs?q=Practice fillets')).rows[0].id
  for (const [name, path, at] of [
    ['today', '/'],
    ['job', `/jobs/${job}`],
    ['eyes', `/jobs/${job}`, '#eyes'],
    ['body', `/jobs/${job}`, '#body'],
    ['permit', `/permits/${permit('working')}`],
    ['plan', '/plan'],
    ['gas-today', '/gear/enough'],
    ['hood', `/air/stations/${booth10}`, '#section-title'],
    ['session', `/sessions/${session}`],
    ['board', '/permits/board'],
  ])
    await desk.shot(name, path, at)
  await desk.shot('air', `/jobs/${fillets}/air`, null, [], async (page) => {
    await page.getByTestId('run').click()
    await page.getByTestId('drawn').waitFor()
  })
  const own = await open({ viewport: { width: 390, height: 844 }, deviceScaleFactor: 2 })
  await own.post(`/booths/${booth}/sign-in`, { personId: learner, pin: '2468' })
  await own.shot('card-phone', '/card')
  const phone = await open({
    viewport: { width: 390, height: 844 },
    deviceScaleFactor: 2,
    colorScheme: 'dark',
  })
  await phone.enter()
  await phone.shot('watch-phone-night', `/watch/${permit('watching')}`)
  const floor = await open({ viewport: { width: 390, height: 844 }, deviceScaleFactor: 2 })
  await floor.enter()
  await floor.shot('look-phone', `/gear/look/machine/${machine}`)
  await floor.shot('calls-phone', `/watch/${permit('watching')}`, null, [], async (page) => {
    const calls = page.getByRole('heading', { name: 'If it burns' })
    await calls.evaluate((heading) => heading.scrollIntoView({ block: 'start' }))
  })
  await shotOfPaper(desk, permit('working'))
  const away = await open({ viewport: { width: 390, height: 844 }, deviceScaleFactor: 2 })
  await away.enter(watcher)
  await away.shot('offline-phone', `/watch/${permit('watching')}`, null, [], async (page) => {
    await page.waitForTimeout(1_000)
    await away.context.route('**/api/**', (route) => route.abort('connectionrefused'))
    await page.getByRole('button', { name: 'Round made' }).click()
    await page.getByTestId('kept-round').waitFor()
  })
  const { id: drill } = await desk.post('/musters', {
    id: randomUUID(),
    drill: true,
    note: 'Smoke in the plate shop',
  })
  await desk.shot('drill', '/muster', null, [], async (page) => {
    for (let i = 0; i < 3; i++) {
      await page
        .getByRole('button', { name: /is out$/ })
        .first()
        .click()
      await page
        .getByTestId('counted')
        .filter({ hasText: `${i + 1} of` })
        .waitFor()
    }
  })
  await desk.post(`/musters/${drill}/end`, { note: 'All back in.' })
  // Last, as its bar would stand on every other picture.
  await desk.post(`/permits/${permit('watching')}/alarm`, {
    eventId: randomUUID(),
    note: 'Smoke from under the deck',
  })
  await desk.shot('alerts', '/alerts', null, [], async (page) => {
    await page.getByRole('button', { name: 'Who was told' }).first().click()
    await page.getByRole('row', { name: /Harbour fire brigade/ }).waitFor()
  })
  await browser.close()
}

/** The first page of a permit as it is printed, drawn by the same library that reads it in the tests. */
async function shotOfPaper({ context, paper }, permit) {
  const bytes = await paper(`/permits/${permit}/pdf`)
  const page = await context.newPage()
  await page.setContent('<canvas></canvas>')
  for (const file of ['pdf.worker.min.mjs', 'pdf.min.mjs'])
    await page.addScriptTag({
      path: join(ROOT, 'node_modules', 'pdfjs-dist', 'build', file),
      type: 'module',
    })
  await page.waitForFunction(() => globalThis.pdfjsLib && globalThis.pdfjsWorker)
  await page.evaluate(async (base64) => {
    const data = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0))
    const sheet = await (await globalThis.pdfjsLib.getDocument({ data }).promise).getPage(1)
    const viewport = sheet.getViewport({ scale: 1.4 })
    const canvas = document.querySelector('canvas')
    Object.assign(canvas, { width: viewport.width, height: viewport.height })
    await sheet.render({ canvasContext: canvas.getContext('2d'), viewport }).promise
  }, bytes.toString('base64'))
  await page.locator('canvas').screenshot({ path: join(ROOT, 'docs', 'screenshots', 'paper.png') })
  say('  paper.png')
}
