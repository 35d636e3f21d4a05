import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client'
import { readHealth } from '#server/db/health'
import { inTransaction } from '#server/db/pool'

/** Figures of this process and of the database behind it. None says who did what. */
const registry = new Registry()
collectDefaultMetrics({ register: registry, prefix: 'zonaris_' })

const labelNames = ['route', 'status'] as const
const requests = new Counter({
  name: 'zonaris_requests_total',
  help: 'Requests answered, by route and status.',
  labelNames,
  registers: [registry],
})
const seconds = new Histogram({
  name: 'zonaris_request_seconds',
  help: 'Time to an answer, by route.',
  labelNames: ['route'] as const,
  buckets: [0.005, 0.02, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10],
  registers: [registry],
})

/** @param took s */
export function countRequest(route: string, status: number, took: number): void {
  requests.inc({ route, status: String(status) })
  seconds.observe({ route }, took)
}

const gauge = (name: string, help: string): Gauge =>
  new Gauge({ name: `zonaris_${name}`, help, registers: [registry] })
const DATABASE = {
  up: gauge('database_up', 'Whether the database answers.'),
  alerts: gauge('alerts_open', 'Alerts that people are called for now.'),
  waiting: gauge('messages_waiting', 'Messages that are not sent yet.'),
  givenUp: gauge('messages_given_up', 'Messages that were given up within the last day.'),
  overdue: gauge(
    'look_overdue_seconds',
    'How long the site that waits longest waits to be looked at.',
  ),
  watches: gauge('watches_open', 'Permits of which a watch is owed.'),
  standbys: gauge('standbys', 'Standbys that follow the database.'),
  lag: gauge('standby_lag_seconds', 'How far the slowest standby is behind; 0 without one.'),
}

/** All figures, in the text format of Prometheus. The database may be away: then the figures of it are missing, and it says so. */
export async function readMetrics(now: Date): Promise<{ type: string; text: string }> {
  try {
    const health = await inTransaction((db) => readHealth(db, now))
    DATABASE.up.set(1)
    DATABASE.alerts.set(health.alerts)
    DATABASE.waiting.set(health.waiting)
    DATABASE.givenUp.set(health.given_up)
    DATABASE.overdue.set(health.overdue)
    DATABASE.watches.set(health.watches)
    DATABASE.standbys.set(health.standbys)
    DATABASE.lag.set(health.lag)
  } catch {
    for (const one of Object.values(DATABASE)) one.set(Number.NaN)
    DATABASE.up.set(0)
  }
  return { type: registry.contentType, text: await registry.metrics() }
}
