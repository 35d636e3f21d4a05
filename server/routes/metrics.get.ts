import { timingSafeEqual } from 'node:crypto'
import { defineEventHandler, setResponseHeader, setResponseStatus } from 'h3'
import { getClock } from '#server/clock'
import { getConfig } from '#server/config'
import { readMetrics } from '#server/services/metrics'

/** Figures for whoever runs this, in the text format of Prometheus: for the holder of the token, and nobody where there is none. */
export default defineEventHandler(async (event) => {
  setResponseHeader(event, 'cache-control', 'no-store')
  const { metricsToken } = getConfig()
  if (metricsToken === null)
    return refuse(404, 'There are no figures here: ZONARIS_METRICS_TOKEN is not set.')
  if (!isSame(event.headers.get('authorization') ?? '', `Bearer ${metricsToken}`))
    return refuse(401, 'The token is not the one of this Zonaris.')
  const { type, text } = await readMetrics((await getClock()).now())
  setResponseHeader(event, 'content-type', type)
  return text

  function refuse(status: number, message: string): string {
    setResponseStatus(event, status)
    setResponseHeader(event, 'content-type', 'text/plain; charset=utf-8')
    return `${message}\n`
  }
})

function isSame(given: string, wanted: string): boolean {
  const [one, other] = [Buffer.from(given), Buffer.from(wanted)]
  return one.length === other.length && timingSafeEqual(one, other)
}
