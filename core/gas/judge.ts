import { worstLevel, type Finding, type Level } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import { judgeContents, type CylinderReading } from './contents'
import type { CylinderBody } from './cylinder'
import { isConnected, type CylinderState } from './move'
import type { StandingRule } from './acetylene'
import { judgeRetest } from './retest'
import { judgeStanding, type Standing } from './standing'

/** A cylinder as it is on record. */
export interface CylinderRecord {
  body: Omit<CylinderBody, 'plus'>
  /** Shoulder marks as typed. */
  marks: string
  tenure: 'owned' | 'rented' | null
  state: CylinderState | null
  reading: CylinderReading | null
  /** Whole days of the site since the newest reading; null: none. */
  readDaysAgo: number | null
  /** Of acetylene that lay down; null: it did not. */
  standing: Standing | null
}

export interface JudgedCylinder {
  /** m3 at 70 F and one atmosphere; null: unknown. While gas is drawn, an older reading is the most that can be left. */
  left: number | null
  share: number | null
  retestDue: string | null
  findings: Finding[]
}

/** The day and the time, and what the shop has decided. */
export interface JudgedBy {
  today: string
  /** ms since 1970. */
  now: number
  stopsUntested: boolean
  standingRule: StandingRule
}

/** What is in a cylinder and whether its test holds. One that is drawn from is read each day, or what is left is unknown. */
export function judgeCylinder(
  record: CylinderRecord,
  { today, now, stopsUntested, standingRule }: JudgedBy,
): JudgedCylinder {
  const { state, reading, readDaysAgo } = record
  const standing = record.standing && judgeStanding(record.standing, { rule: standingRule, now })
  const retest = judgeRetest(record.marks, {
    today,
    tenure: record.tenure,
    stopsUse: stopsUntested,
  })
  const contents = judgeContents({ ...record.body, plus: retest.plus }, reading)
  const stale = isConnected(state) && readDaysAgo !== null && readDaysAgo > 0
  return {
    left: stale ? null : contents.left,
    share: stale ? null : contents.share,
    retestDue: retest.dueMonth,
    findings: [
      ...(standing ? [standing] : []),
      stale && contents.left !== null
        ? drawnSince(contents.finding, readDaysAgo!)
        : contents.finding,
      retest.finding,
    ],
  }
}

const drawnSince = (finding: Finding, days: number): Finding => {
  const { value: _, ...rest } = finding
  return {
    ...rest,
    level: worstLevel([{ level: 'unknown' }, { level: finding.level }]) satisfies Level,
    sentence: `Read ${days === 1 ? 'yesterday' : `${days} days ago`} and drawn from since.`,
    remedy: 'Read it again.',
    reasons: [
      ...finding.reasons,
      { rule: 'One that is drawn from is read every day', source: COMMON_PRACTICE },
    ],
  }
}
