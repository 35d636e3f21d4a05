/** Units that people read; inside everything is SI. Apart from the conversions, so that the first page stays light. */
export const UNIT_SYSTEMS = ['us', 'si'] as const
export type Units = (typeof UNIT_SYSTEMS)[number]
