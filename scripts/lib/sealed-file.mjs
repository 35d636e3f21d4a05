import { createCipheriv, createDecipheriv, randomBytes, scryptSync } from 'node:crypto'
import { createReadStream, createWriteStream } from 'node:fs'
import { open, rename, rm, stat } from 'node:fs/promises'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { Refusal } from './say.mjs'

/** First line of a file; then a line of JSON, the cipher text, and 16 bytes that prove that nothing was changed. */
const MAGIC = 'ZONARIS BACKUP 1\n'
const TAG = 16
const SHORTEST_KEY = 20
/** What the first lines may take, bytes. */
const HEAD_MOST = 1_000_000

/** @throws Refusal for a passphrase that could be guessed */
export function requireKey(passphrase) {
  if ((passphrase ?? '').length >= SHORTEST_KEY) return passphrase
  throw new Refusal(
    `A backup holds names and health data, so it is sealed. Set ZONARIS_BACKUP_KEY to a passphrase of at least ${SHORTEST_KEY} characters, and keep it apart from the backups.`,
  )
}

const keyOf = (passphrase, salt) =>
  scryptSync(passphrase, Buffer.from(salt, 'hex'), 32, { N: 2 ** 15, maxmem: 2 ** 26 })

/**
 * Write a stream to a file, sealed by AES-256-GCM; what is told in the open is proven as well. The file has its name once it is whole.
 * @param {string} file @param {string} passphrase @param {object} told @param {import('node:stream').Readable} content
 */
export async function sealFile(file, passphrase, told, content) {
  const salt = randomBytes(16).toString('hex')
  const iv = randomBytes(12).toString('hex')
  const head = `${MAGIC}${JSON.stringify({ ...told, salt, iv })}\n`
  const cipher = createCipheriv('aes-256-gcm', keyOf(passphrase, salt), Buffer.from(iv, 'hex'))
  cipher.setAAD(Buffer.from(head))
  const part = `${file}.part`
  try {
    const target = createWriteStream(part, { mode: 0o600 })
    target.write(head)
    const sealed = new Transform({
      transform: (chunk, _, done) => done(null, cipher.update(chunk)),
      flush(done) {
        this.push(cipher.final())
        done(null, cipher.getAuthTag())
      },
    })
    await pipeline(content, sealed, target)
    const written = await open(part, 'r')
    await written.sync()
    await written.close()
    await rename(part, file)
  } catch (error) {
    await rm(part, { force: true })
    throw error
  }
}

/** What a file tells in the open, and where its cipher text begins. @throws Refusal for a file of another kind */
export async function readHead(file) {
  const handle = await open(file, 'r').catch(() => null)
  if (!handle) throw new Refusal(`There is no file ${file}.`)
  const { buffer, bytesRead } = await handle.read(Buffer.alloc(HEAD_MOST), 0, HEAD_MOST, 0)
  await handle.close()
  const end = buffer.indexOf('\n', MAGIC.length)
  if (buffer.toString('utf8', 0, MAGIC.length) !== MAGIC || end < 0 || end >= bytesRead)
    throw new Refusal(`${file} is no backup of Zonaris.`)
  const head = buffer.toString('utf8', 0, end + 1)
  try {
    return { told: JSON.parse(head.slice(MAGIC.length)), head, begins: end + 1 }
  } catch {
    throw new Refusal(`${file} is no backup of Zonaris.`)
  }
}

/**
 * Open a sealed file into a stream. What comes out is proven only at the end: read it once for proof before it is used.
 * @throws Refusal where the passphrase is another, or the file was changed or cut off
 */
export async function openFile(file, passphrase, target) {
  const { told, head, begins } = await readHead(file)
  const { size } = await stat(file)
  const ends = size - TAG
  if (ends <= begins) throw new Refusal(`${file} is cut off.`)
  const handle = await open(file, 'r')
  const tag = Buffer.alloc(TAG)
  await handle.read(tag, 0, TAG, ends)
  await handle.close()
  const iv = Buffer.from(told.iv, 'hex')
  const decipher = createDecipheriv('aes-256-gcm', keyOf(passphrase, told.salt), iv)
  decipher.setAAD(Buffer.from(head))
  decipher.setAuthTag(tag)
  try {
    await pipeline(createReadStream(file, { start: begins, end: ends - 1 }), decipher, target)
  } catch (error) {
    if (/unable to authenticate|Unsupported state/.test(error.message))
      throw new Refusal(
        `${file} does not open: another passphrase, or it was changed or cut off since it was written.`,
      )
    throw error
  }
}
