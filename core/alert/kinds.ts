/** What the server calls people for, browser or no browser. */
export const ALERT_KINDS = [
  /** Somebody pressed the alarm. */
  'fire',
  /** Everybody out, and counted. */
  'evacuation',
  /** The same for practice. */
  'drill',
  /** A round of the watch is due. */
  'round',
  /** Work goes on, and nobody has opened its watch. */
  'unwatched',
  /** The phone of the watch is not heard of any more. */
  'silent_phone',
  /** A permit runs out soon while work goes on. */
  'expiring',
  /** A permit ran out, and nobody said that the last arc is out. */
  'overrun',
  /** The watch is over, and detectors are not put back. */
  'detectors',
  /** An air monitor is not heard of any more. */
  'silent_monitor',
] as const
export type AlertKind = (typeof ALERT_KINDS)[number]

/** For a whole site: people are counted. */
export const isMuster = (kind: AlertKind): boolean => kind === 'evacuation' || kind === 'drill'

/** Over when somebody says so; all others when what they are for was seen to. */
export const SAID_TO_BE_OVER: readonly AlertKind[] = ['fire', 'evacuation', 'drill']

/** Whom a step of an alert calls. Each holds those before it. */
export const CIRCLES = ['watch', 'leads', 'everybody'] as const
export type Circle = (typeof CIRCLES)[number]

/** Whom each kind calls, one step after another; the last is called again and again. */
export const STEPS: Record<AlertKind, readonly Circle[]> = {
  fire: ['everybody'],
  evacuation: ['everybody'],
  drill: ['everybody'],
  round: ['watch', 'leads', 'everybody'],
  // A page that nobody opened is no proof that nobody stands there: people outside are called for a round that is missed.
  unwatched: ['watch', 'leads'],
  silent_phone: ['watch', 'leads'],
  expiring: ['watch', 'leads'],
  overrun: ['watch', 'leads', 'everybody'],
  detectors: ['watch', 'leads', 'everybody'],
  silent_monitor: ['leads'],
}
