import type { z } from 'zod'
import { findAlertRules, putAlertRules, type AlertRuleRow } from '#server/db/alert-rule'
import { inOrganisation } from '#server/db/pool'
import type { alertRulesSchema } from '#shared/alert/schema'
import { record, type Actor } from '../actor'
import { changedMeanwhile } from '../version'
import { channelsOpen } from './channels'

type Answer = z.input<typeof alertRulesSchema>

export const readAlertRules = (actor: Actor): Promise<Answer> =>
  inOrganisation(actor.organisation, async (db) => ({
    ...(await findAlertRules(db, actor.site)),
    channels: channelsOpen(),
  }))

export const changeAlertRules = (actor: Actor, body: AlertRuleRow): Promise<Answer> =>
  inOrganisation(actor.organisation, async (db) => {
    const { organisation, site } = actor
    if (!(await putAlertRules(db, { organisation, site }, body)))
      throw changedMeanwhile(body, await findAlertRules(db, site))
    await record(db, actor, 'alert_rules_changed', 'site', site, body)
    return { ...(await findAlertRules(db, site)), channels: channelsOpen() }
  })
