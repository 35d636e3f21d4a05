import sql from 'sql-template-tag'
import { USUAL_RULES, type AlertRules } from '#core/alert/rules'
import type { Db } from './pool'

export interface AlertRuleRow extends AlertRules {
  /** 0: none was ever set, the usual ones hold. */
  version: number
}

export async function findAlertRules(db: Db, site: string): Promise<AlertRuleRow> {
  const { rows } = await db.query<AlertRuleRow>(sql`
    SELECT late, missed, hold, expiring, unwatched, silent, version
    FROM alert_rule
    WHERE site_id = ${site}
  `)
  return rows[0] ?? { ...USUAL_RULES, version: 0 }
}

/** @returns whether they were still of the version that was read */
export async function putAlertRules(
  db: Db,
  { organisation, site }: { organisation: string; site: string },
  { late, missed, hold, expiring, unwatched, silent, version }: AlertRuleRow,
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    INSERT INTO alert_rule (organisation_id, site_id, late, missed, hold, expiring, unwatched, silent)
    SELECT ${organisation}, ${site}, ${late}, ${missed}, ${hold}, ${expiring}, ${unwatched}, ${silent}
    WHERE ${version} = 0 OR EXISTS (SELECT 1 FROM alert_rule WHERE site_id = ${site})
    ON CONFLICT (organisation_id, site_id) DO UPDATE SET
      late = excluded.late, missed = excluded.missed, hold = excluded.hold,
      expiring = excluded.expiring, unwatched = excluded.unwatched, silent = excluded.silent,
      version = alert_rule.version + 1
    WHERE alert_rule.version = ${version}
  `)
  return rowCount === 1
}
