import { reachRoutes } from '#shared/alert/routes'
import type { Reach } from '#shared/alert/schema'
import { call } from '~/composables/api'
import { deviceName } from '~/composables/offline/phone'

const WORKER = '/sw.js'

/** Whether this browser can show what the server pushes. Plain http shows nothing, but on this machine itself. */
export const canPush = (): boolean =>
  'serviceWorker' in navigator && 'PushManager' in window && 'Notification' in window

/** The address by which this device is pushed to; null: it is not. */
export async function ownEndpoint(): Promise<string | null> {
  if (!canPush()) return null
  const registration = await navigator.serviceWorker.getRegistration(WORKER)
  return (await registration?.pushManager.getSubscription())?.endpoint ?? null
}

/**
 * Have this device show alerts.
 * @throws Error with what a person can do about it
 */
export async function beginPush({ pushKey }: Reach): Promise<void> {
  const permission = await Notification.requestPermission()
  if (permission !== 'granted')
    throw new Error('This browser does not let Zonaris notify you. Allow it in its settings.')
  const registration = await navigator.serviceWorker.register(WORKER)
  await navigator.serviceWorker.ready
  const subscription = await registration.pushManager
    .subscribe({ userVisibleOnly: true, applicationServerKey: pushKey })
    .catch(() => {
      throw new Error('This browser reaches no push service. Mail and texts go on.')
    })
  const { endpoint, keys } = subscription.toJSON()
  await call(reachRoutes.addPushDevice, {
    body: { endpoint: endpoint!, p256dh: keys!.p256dh!, auth: keys!.auth!, name: deviceName() },
  })
}

/** Have this device show alerts no more; the server has been told already. */
export async function endPush(): Promise<void> {
  const registration = await navigator.serviceWorker.getRegistration(WORKER)
  await (await registration?.pushManager.getSubscription())?.unsubscribe()
}
