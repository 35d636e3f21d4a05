import { createHash } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import { LEVELS, worstFirst } from '#core/finding/finding'
import { isSound } from '#core/plan/faults'
import { inPool } from '#server/heavy/pool'
import { Written } from '#server/http/written'
import type { PlanJudged } from '#shared/plan/routes'
import { judgedText, type JudgedPlan } from './judged-text'
import { isLearnt, learn } from './learnt'

type Answer = Written<PlanJudged>

/** Letters of all answers that are kept. */
const MOST_LETTERS = 32 * 1024 * 1024
const kept = new LRUCache<string, Answer>({
  maxSize: MOST_LETTERS,
  sizeCalculation: ({ json }) => json.length,
})
const WORST_FIRST = [...LEVELS].sort(worstFirst)
const underWay = new Map<string, Promise<Answer>>()

/**
 * What a plan says. Many screens hear of one change and ask the same: it is judged once for all of them.
 * Told by the whole of what is judged, an answer never grows old.
 * @param person for whom
 * @param mayChange it is drawn on: threads that know nothing of it any more learn it again, before the first change
 * @throws AppError as `inPool`
 */
export async function judgedOnce(
  person: string,
  input: JudgedPlan,
  { mayChange }: { mayChange: boolean },
): Promise<Answer> {
  const text = judgedText(input)
  const key = createHash('sha256').update(text).digest('base64')
  for (;;) {
    const known = kept.get(key)
    if (known) {
      // Refused or failed, the first change takes longer, and nothing else.
      if (mayChange && !isLearnt(key)) void judgedBy(person, key, text).catch(() => null)
      return known
    }
    const running = underWay.get(key)
    if (!running) break
    // Whoever asked first may be refused for having too much under way: that is no answer for others.
    const answer = await running.catch(() => null)
    if (answer) return answer
  }
  const judging = judgedBy(person, key, text)
  underWay.set(key, judging)
  try {
    const answer = await judging
    kept.set(key, answer)
    return answer
  } finally {
    underWay.delete(key)
  }
}

function judgedBy(person: string, key: string, text: string): Promise<Answer> {
  learn(key)
  return inThreads(person, text)
}

/** Judged in three threads. @param text as of `judgedText` */
export async function inThreads(person: string, text: string): Promise<Answer> {
  const [{ faults, findings }, ofReach, ofWaysOut] = await Promise.all([
    inPool('judgePlacesOf', person, text),
    inPool('judgeReachOf', person, text),
    inPool('judgeWaysOutOf', person, text),
  ])
  const list = isSound(faults)
    ? WORST_FIRST.flatMap((level) => [findings[level], ofReach[level], ofWaysOut[level]]).filter(
        (some) => some !== '',
      )
    : []
  return new Written<PlanJudged>(
    `{"faults":${JSON.stringify(faults)},"findings":[${list.join(',')}]}`,
  )
}
