import { randomUUID } from 'node:crypto'
import { made, type Shop } from './shop.fixture'

export const CONTACT = {
  name: 'Night porter',
  what: 'Gate',
  phone: '+44 1632 960 001',
  email: null,
  called: true,
}
export const ALERT_RULES = {
  late: 2,
  missed: 5,
  hold: 5,
  expiring: 15,
  unwatched: 5,
  silent: 5,
  version: 0,
}
/** A browser that takes a push, at a service that does not exist. */
export const pushDevice = () => ({
  endpoint: `https://push.example.com/${randomUUID()}`,
  p256dh: 'BNcRdreALRFXTkOOUHK1EtK2wtaz5Ry4YfYCA_0QTpQtUbVlUls0VJXg7A8u-Ts1XbjhazAkj7I99e8QcYP7DkM',
  auth: 'tBHItJI5svbpez7KI4CCXg',
  name: 'Phone',
})

/** Whom a shop calls, and something that it calls them for. @returns what there is, by the first part of its path */
export async function useAlerts(shop: Shop): Promise<{ alerts: string; contacts: string }> {
  const { lead } = shop.people
  const contacts = await made(lead, '/contacts', CONTACT)
  await lead.send('PUT', '/alert-rules', ALERT_RULES)
  await made(lead, '/account/push-devices', pushDevice())
  await shop.people.worker.send('POST', `/permits/${shop.permit}/seen`, { device: randomUUID() })
  const alerts = await made(lead, `/permits/${shop.permit}/alarm`, { eventId: randomUUID() })
  await lead.send('POST', `/alerts/${alerts}/answers`)
  return { alerts, contacts }
}
