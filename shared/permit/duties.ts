import { reachText } from '#core/firewatch/rules.table'
import type { Permit, Signatory } from './schema'
import { watchText } from './watch-text'

type Written = Pick<Permit, 'watchMinutes' | 'monitoring' | 'reach' | 'rescue'>

/** What somebody takes on with a signature, one sentence each. */
export function dutiesOf({ as, side }: Pick<Signatory, 'as' | 'side'>, permit: Written): string[] {
  const watch = [
    'I know where the extinguisher and the alarm are, and how to use them.',
    'I do nothing else while I watch.',
    `I stay for the whole watch: ${watchText(permit)} after the last arc.`,
  ]
  switch (as) {
    case 'operator':
      return [
        'I work only inside this permit: this place, this time, this process.',
        `I strike no arc before the sweep of ${reachText(permit.reach)} is done and the watch stands by.`,
        'I stop when told, and when anything changes.',
      ]
    case 'fire_watch':
      return [...watch, 'I may stop the work at any time.']
    case 'watcher':
      return [`I watch: ${side}.`, ...watch, 'I may stop the work at any time.']
    case 'attendant':
      return [
        'I stay outside the space as long as somebody is in it, and do nothing else.',
        'I keep in touch with those inside, and let nobody in who is not named.',
        `I call for rescue and do not go in: ${permit.rescue}`,
      ]
  }
}
