// A simulated gateway: it takes mail, texts and pushes as their carriers would, shows what came, and can refuse. It sends nothing to anybody.
// node standins/gateway.mjs --port 4174 --smtp 4175
import { createServer } from 'node:http'
import { once } from 'node:events'
import { fileURLToPath } from 'node:url'
import { parseArgs } from 'node:util'
import { SMTPServer } from 'smtp-server'

const LARGEST = 64 * 1024
const KEPT = 500

async function read(stream) {
  const parts = []
  let size = 0
  for await (const part of stream) {
    size += part.length
    if (size > LARGEST) throw new Error('Too large.')
    parts.push(part)
  }
  return Buffer.concat(parts)
}

/** A mail as lines: its headers by name, and its text. */
function readMail(raw) {
  const [head, ...body] = raw.toString('utf8').split('\r\n\r\n')
  const lines = head.replace(/\r\n[ \t]+/g, ' ').split('\r\n')
  const headers = Object.fromEntries(
    lines.map((line) => [
      line.split(':')[0].toLowerCase(),
      line.slice(line.indexOf(':') + 1).trim(),
    ]),
  )
  const text = body.join('\n\n').replace(/=\r\n/g, '').trim()
  return { id: headers['message-id'], subject: headers.subject, text }
}

const escape = (text) => String(text).replace(/[&<>"]/g, (letter) => `&#${letter.charCodeAt(0)};`)

function page(received, refusing) {
  const rows = received
    .toReversed()
    .map(
      (one) =>
        `<tr><td>${escape(one.at)}</td><td>${escape(one.channel)}</td><td>${escape(one.to)}</td><td>${escape(one.text)}</td><td>${one.times}</td></tr>`,
    )
    .join('')
  const form = ['text', 'mail', 'push']
    .map((channel) => {
      const isOn = refusing.has(channel)
      return `<form method="post" action="/refuse/${channel}/${isOn ? 'off' : 'on'}" style="display:inline"><button>${isOn ? 'Take' : 'Refuse'} ${channel}</button></form> `
    })
    .join('')
  return `<!doctype html><html lang="en"><meta charset="utf-8"><meta http-equiv="refresh" content="5"><title>Simulated gateway</title>
<style>body{font:16px/1.5 sans-serif;margin:2rem;max-width:70rem}table{border-collapse:collapse;width:100%}td,th{border-bottom:1px solid #999;padding:.4rem;text-align:left;vertical-align:top}</style>
<h1>Simulated gateway</h1><p>Nothing leaves this machine. What a carrier would have sent:</p><p>${form}</p>
<table><tr><th>When</th><th>How</th><th>To</th><th>What</th><th>Times</th></tr>${rows}</table></html>`
}

/**
 * Start the gateway.
 * @returns where it takes what, what it received, and how it is told to refuse
 */
export async function startGateway({ port = 0, smtpPort = 0 } = {}) {
  const received = []
  const refusing = new Set()
  const refused = []
  /** What comes again under the same identifier is known, as a good carrier knows it. */
  const take = (one) => {
    const before = received.find(({ channel, id }) => channel === one.channel && id === one.id)
    if (before) before.times++
    else received.push({ ...one, times: 1, at: new Date().toISOString() })
    if (received.length > KEPT) received.shift()
  }
  const refuses = (channel, id) => {
    if (!refusing.has(channel)) return false
    refused.push({ channel, id })
    return true
  }

  const http = createServer((request, answer) => {
    void handle(request)
      .catch(() => ({ status: 400 }))
      .then(({ status, type = 'text/plain', body = '', location }) => {
        answer.writeHead(status, { 'content-type': type, ...(location && { location }) })
        answer.end(body)
      })
  })
  async function handle(request) {
    const { pathname } = new URL(request.url, 'http://gateway')
    const [, first, second, third] = pathname.split('/')
    if (request.method === 'GET' && pathname === '/')
      return { status: 200, type: 'text/html; charset=utf-8', body: page(received, refusing) }
    if (request.method === 'GET' && pathname === '/received.json')
      return { status: 200, type: 'application/json', body: JSON.stringify({ received, refused }) }
    if (request.method !== 'POST') return { status: 404 }
    if (first === 'refuse') {
      if (third === 'on') refusing.add(second)
      else refusing.delete(second)
      return { status: 303, location: '/' }
    }
    const body = await read(request)
    if (first === 'texts') {
      const id = request.headers['idempotency-key']
      if (refuses('text', id)) return { status: 503 }
      const { to, text } = JSON.parse(body.toString('utf8'))
      take({ channel: 'text', id, to, text })
      return { status: 202 }
    }
    if (first === 'push') {
      const id = request.headers.topic
      if (refuses('push', id)) return { status: 503 }
      // Sealed for the browser: what it says is not seen here.
      take({ channel: 'push', id, to: second, text: 'sealed', sealed: body.toString('base64') })
      return { status: 201 }
    }
    return { status: 404 }
  }

  const smtp = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    logger: false,
    onData(stream, session, done) {
      read(stream).then(
        (raw) => {
          const mail = readMail(raw)
          if (refuses('mail', mail.id))
            return done(Object.assign(new Error('Busy.'), { responseCode: 451 }))
          take({
            channel: 'mail',
            id: mail.id,
            to: session.envelope.rcptTo.map(({ address }) => address).join(', '),
            text: `${mail.subject}\n${mail.text}`,
          })
          return done()
        },
        (error) => done(error),
      )
    },
  })
  smtp.on('error', () => {})
  http.listen(port, '127.0.0.1')
  const mail = smtp.listen(smtpPort, '127.0.0.1')
  await Promise.all([once(http, 'listening'), once(mail, 'listening')])
  const url = `http://127.0.0.1:${http.address().port}`
  return {
    url,
    /** What Zonaris is told to send there. */
    env: {
      ZONARIS_TEXT_URL: `${url}/texts`,
      ZONARIS_PUSH_STANDIN: url,
      ZONARIS_SMTP_URL: `smtp://127.0.0.1:${mail.address().port}`,
      ZONARIS_MAIL_FROM: 'zonaris@example.test',
    },
    received,
    refused,
    refuse: (channel, isOn) => (isOn ? refusing.add(channel) : refusing.delete(channel)),
    close: async () => {
      http.closeAllConnections()
      http.close()
      await new Promise((resolve) => {
        smtp.close(() => resolve())
      })
    },
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const { values } = parseArgs({
    options: {
      port: { type: 'string', default: '4174' },
      smtp: { type: 'string', default: '4175' },
    },
  })
  const { url } = await startGateway({ port: Number(values.port), smtpPort: Number(values.smtp) })
  console.log(`Simulated gateway: ${url}`)
}
