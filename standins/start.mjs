import { fileURLToPath } from 'node:url'

const script = (name) => fileURLToPath(new URL(`./${name}.mjs`, import.meta.url))
const PLAYED = [
  {
    name: 'Stand-in fume monitor',
    station: 'Plate shop',
    plays: [script('monitor'), '--kind', 'fume'],
  },
  { name: 'Stand-in gas meter', station: 'Pipe bay', plays: [script('monitor'), '--kind', 'gas'] },
  { name: 'Stand-in thermal camera', station: 'Plate shop', plays: [script('camera')] },
]

/** Sign the stand-in monitors and the camera of the demo in with fresh tokens and let them send. `start` starts a child that is stopped with the caller. */
export async function startStandins(url, signIn, start) {
  const send = async (method, path, body, cookie) => {
    const answer = await fetch(`${url}/api/v1${path}`, {
      method,
      headers: {
        origin: url,
        ...(cookie && { cookie }),
        ...(body && { 'content-type': 'application/json' }),
      },
      ...(body && { body: JSON.stringify(body) }),
    })
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status}`)
    const cookies = answer.headers.getSetCookie().map((entry) => entry.split(';')[0])
    return { body: await answer.json(), cookie: cookies.join('; ') }
  }
  const { cookie } = await send('POST', '/sign-in', {
    email: signIn.email,
    password: signIn.password,
  })
  const stations = (await send('GET', '/stations', undefined, cookie)).body
  const devices = (await send('GET', '/devices', undefined, cookie)).body
  for (const played of PLAYED) {
    const station = stations.find((entry) => entry.name === played.station)
    if (!station) continue
    for (const old of devices.filter((device) => device.name === played.name && !device.revoked))
      await send('DELETE', `/devices/${old.id}`, undefined, cookie)
    const { token } = (
      await send('POST', '/devices', { name: played.name, stationId: station.id }, cookie)
    ).body
    start(process.execPath, [...played.plays, '--url', url], {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, ZONARIS_MONITOR_TOKEN: token },
    })
  }
  await send('DELETE', '/sign-in', undefined, cookie)
}
