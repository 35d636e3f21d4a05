import type { Finding } from '#core/finding/finding'
import { isPrivate, withheld } from '#core/people/private'
import { isStaff, type Actor } from './actor'

/** Who may know what is on record of a person's health: that person, lead and instructor. */
export const mayKnow = (actor: Actor, person: string | null): boolean =>
  isStaff(actor) || actor.person === person

/** Findings about a person as this actor may see them. */
export const shownTo = (
  actor: Actor,
  person: string | null,
  findings: readonly Finding[],
): Finding[] =>
  mayKnow(actor, person)
    ? [...findings]
    : findings.map((one) => (isPrivate(one) ? withheld(one) : one))
