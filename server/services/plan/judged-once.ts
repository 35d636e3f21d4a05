import { createHash } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import type { z } from 'zod'
import { isSound } from '#core/plan/faults'
import { conflict } from '#server/errors'
import { inPool } from '#server/heavy/pool'
import { Written } from '#server/http/written'
import type { findingsSchema, FindingsQuery, PlanJudged, PlanPart } from '#shared/plan/judged'
import { judgedText, type JudgedPlan } from './judged-text'
import { isLearnt, learn } from './learnt'

type Answer = Written<PlanJudged>

/** Letters of all answers that are kept. */
const MOST_LETTERS = 32 * 1024 * 1024
const kept = new LRUCache<string, Answer>({
  maxSize: MOST_LETTERS,
  sizeCalculation: ({ json }) => json.length,
})
const underWay = new Map<string, Promise<Answer>>()

/** Names all that is judged. */
const keyOf = (text: string): string => createHash('sha256').update(text).digest('base64url')

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
  const key = keyOf(text)
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
  return inThreads(person, text, key)
}

/** Judged in two threads. @param text as of `judgedText` */
export async function inThreads(person: string, text: string, key: string): Promise<Answer> {
  const parts = await Promise.all([
    inPool('judgePlacesOf', person, text),
    inPool('judgeWaysOf', person, text),
  ])
  const [{ faults }] = parts
  const list = (which: 'marks' | 'groups'): string =>
    isSound(faults)
      ? parts
          .map((part) => part[which])
          .filter((entries) => entries !== '')
          .join()
      : ''
  return new Written<PlanJudged>(
    `{"of":"${key}","faults":${JSON.stringify(faults)},"marks":[${list('marks')}],"groups":[${list('groups')}]}`,
  )
}

const FURTHER = {
  places: 'furtherOfPlaces',
  ways: 'furtherOfWays',
} as const satisfies Record<PlanPart, string>

/**
 * Further Findings of one kind, the worst first.
 * @throws AppError 409 where the plan, or what is known of its things, is not what the first were of; as `inPool`
 */
export async function furtherFindings(
  person: string,
  input: JudgedPlan,
  query: FindingsQuery,
): Promise<Written<z.input<typeof findingsSchema>>> {
  const text = judgedText(input)
  if (keyOf(text) !== query.of)
    throw conflict('The plan or the shop changed meanwhile. Read again what it says.', 'changed')
  return new Written(`{"findings":${await inPool(FURTHER[query.part], person, { text, query })}}`)
}
