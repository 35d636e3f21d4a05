import type { Circle } from '#core/alert/kinds'
import { alertHeading } from '#shared/alert/text'
import type { Alert } from '#shared/alert/schema'

export const CIRCLE_NAME: Record<Circle, string> = {
  watch: 'Watch',
  leads: 'Leads',
  everybody: 'Everybody',
}

/** The line that a list shows. */
export const headingOf = (alert: Alert): string => alertHeading({ ...alert, since: '' })
