import type { Told } from '#core/plan/again/told'
import type { PlanFault } from '#core/plan/faults'
import type { DrawnFinding } from '#core/plan/judge/drawn'
import type { FindingsQuery, PlanPart } from '#shared/plan/judged'
import { groupsOf, worstOf, writtenGroups, type Group, type WrittenGroups } from './finding-groups'
import { PLANS_KEPT, readJudgedText } from './judged-text'

interface Judged {
  told: Told
  findings: readonly DrawnFinding[]
}

/** Which of the Findings of a plan are read on. @param text of the plan, as of `judgedText` */
export interface Further {
  text: string
  query: Pick<FindingsQuery, 'floor' | 'code' | 'from' | 'most'>
}

interface Said {
  faults: readonly PlanFault[]
  groups: readonly Group[]
}
type Kept<T> = Said & { text: string; judged: T }
/** What a thread answers of its part. */
export type WrittenPart = WrittenGroups & { faults: readonly PlanFault[] }

/** One part of what plans say, in the thread that judges it: it knows the last few of them. */
export class JudgedPart<T extends Judged> {
  private kept: readonly Kept<T>[] = []

  /** @param judge null: a thing on the plan is wrong, and nothing is said of it */
  constructor(
    private readonly part: PlanPart,
    private readonly judge: (
      told: Told,
      before: readonly T[],
    ) => { faults: readonly PlanFault[]; judged: T | null },
  ) {}

  /** What is wrong with a plan, how much is said of it, and the worst of that. */
  say(text: string): WrittenPart {
    const { faults, groups } = this.saidOf(text)
    return { faults, ...writtenGroups(this.part, groups) }
  }

  /** JSON: a list of further Findings. */
  sayOn({ text, query: { floor, code, from, most } }: Further): string {
    const { groups } = this.saidOf(text)
    const group = groups.find((one) => one.floor === floor && one.code === code)
    return JSON.stringify(group ? worstOf(group.byLevel, from, most) : [])
  }

  private saidOf(text: string): Said {
    const known = this.kept.find((one) => one.text === text)
    if (known) {
      this.keep(known)
      return known
    }
    const before = this.kept.map(({ judged }) => judged)
    const told = readJudgedText(
      text,
      before.map((one) => one.told),
    )
    const { faults, judged } = this.judge(told, before)
    if (!judged) return { faults, groups: [] }
    const groups = groupsOf(judged.findings)
    // Of the plan itself a copy is kept, without all that was found of its floors on the way.
    const copy = { ...judged, told: { ...told, plan: { ...told.plan } } }
    this.keep({ text, judged: copy, faults, groups })
    return { faults, groups }
  }

  /** The one that was asked for last is the last to go. */
  private keep(one: Kept<T>): void {
    this.kept = [one, ...this.kept.filter((other) => other !== one)].slice(0, PLANS_KEPT)
  }
}
