import { governing, type GoverningRules } from '#core/firewatch/governing'
import { RULE_SETS, type RuleSet } from '#core/firewatch/rule-sets.table'
import type { WrittenRules } from '#server/db/permit-draft'
import type { SiteRow } from '#server/db/site'
import { siteDay } from '../shop/day'

/** What governs a permit of a site that begins at a time: what the site adopted, what the permit asks for beside it, and the house. */
export function rulesOf(site: SiteRow, own: readonly RuleSet[], from: Date): GoverningRules {
  return governing(
    adopted(site, own),
    {
      watch: site.house_minutes,
      monitoring: site.house_monitoring,
      reach: site.house_reach,
    },
    siteDay(from, site.time_zone),
  )
}

/** Nobody leaves out on a permit what the site adopted. */
const adopted = ({ rule_sets: sets }: SiteRow, own: readonly RuleSet[]): RuleSet[] =>
  RULE_SETS.filter((set) => sets.includes(set) || own.includes(set))

/** As a permit keeps it. */
export function writtenRules(site: SiteRow, own: readonly RuleSet[], from: Date): WrittenRules {
  const { watch, monitoring, reach } = rulesOf(site, own, from)
  return {
    ruleSets: adopted(site, own),
    watchMinutes: watch.value,
    monitoring: monitoring?.value ?? null,
    reach: reach.value,
  }
}
