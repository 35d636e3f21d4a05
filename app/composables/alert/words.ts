import { isMuster, type Circle } from '#core/alert/kinds'
import { alertHeading } from '#shared/alert/text'
import type { Alert } from '#shared/alert/schema'

export const CIRCLE_NAME: Record<Circle, string> = {
  watch: 'Watch',
  leads: 'Leads',
  everybody: 'Everybody',
}

/** Where somebody does what an alert asks for. */
export const linkOf = ({ kind }: Alert): string => (isMuster(kind) ? '/muster' : '/alerts')

/** The line that a list shows. */
export const headingOf = (alert: Alert): string => alertHeading({ ...alert, since: '' })
