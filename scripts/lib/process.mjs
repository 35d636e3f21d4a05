import { spawn } from 'node:child_process'
import { Refusal } from './say.mjs'

const running = new Set()
let stopping = false

/** Start a child that is stopped with us. Its group is its own, so that Ctrl-C reaches it once, in the right order. */
export function start(command, args, options = {}) {
  const child = spawn(command, args, {
    stdio: ['ignore', 'inherit', 'inherit'],
    detached: true,
    ...options,
  })
  running.add(child)
  child.once('exit', () => {
    running.delete(child)
    endGroup(child)
  })
  child.once('error', () => running.delete(child))
  return child
}

/** Whatever a child started and left behind, such as a worker in an endless loop, ends with it. */
function endGroup(child) {
  try {
    process.kill(-child.pid, 'SIGKILL')
  } catch {
    /* nobody is left */
  }
}

/** Run to the end. @returns what it printed, when `capture` is set */
export function run(command, args, { capture = false, allowFailure = false, ...options } = {}) {
  return new Promise((resolve, reject) => {
    const child = start(command, args, {
      stdio: ['ignore', capture ? 'pipe' : 'inherit', capture ? 'pipe' : 'inherit'],
      ...options,
    })
    let output = ''
    child.stdout?.on('data', (chunk) => (output += chunk))
    child.stderr?.on('data', (chunk) => (output += chunk))
    child.once('error', (error) =>
      reject(new Refusal(`${command} could not be started: ${error.message}`)),
    )
    child.once('exit', (code) =>
      code === 0 || allowFailure
        ? resolve({ code, output })
        : reject(
            new Refusal(
              `"${command} ${args.join(' ')}" failed (${code}).${output ? `\n${output.slice(-3000)}` : ''}`,
            ),
          ),
    )
  })
}

const gone = (child) =>
  new Promise((resolve) =>
    child.exitCode !== null || child.signalCode !== null ? resolve() : child.once('exit', resolve),
  )

/** Ask a child to stop, and insist after a while. */
export async function stop(child, signal = 'SIGTERM', patience = 15_000) {
  if (!child || child.exitCode !== null || child.signalCode !== null) return
  const send = (what) => {
    try {
      process.kill(-child.pid, what)
    } catch {
      try {
        child.kill(what)
      } catch {
        /* already gone */
      }
    }
  }
  child.kill(signal)
  const timer = setTimeout(() => send('SIGKILL'), patience)
  await gone(child)
  clearTimeout(timer)
}

/** Newest first: the server before its database. */
export async function stopAll() {
  for (const child of [...running].reverse()) await stop(child, child.stopSignal ?? 'SIGTERM')
}

/** On Ctrl-C or a hang-up stop everything, then leave. */
export function stopOnSignal(cleanUp) {
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
    process.on(signal, async () => {
      if (stopping) return
      stopping = true
      console.log('\nStopping.')
      await cleanUp()
      process.exit(130)
    })
  }
}
