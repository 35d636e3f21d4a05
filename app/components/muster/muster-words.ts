import { sumMuster, type MusterSum } from '#core/muster/muster'
import type { MusterAnswer } from '#shared/muster/schema'

const ms = (iso: string | null): number | null => (iso === null ? null : Date.parse(iso))

export const sumOf = ({ begunAt, people, gas }: MusterAnswer): MusterSum =>
  sumMuster({
    begunAt: Date.parse(begunAt),
    people: people.map(({ name, count, countedAt }) => ({ name, count, countedAt: ms(countedAt) })),
    gas: gas.map(({ name, shutAt }) => ({ name, shutAt: ms(shutAt) })),
  })

/** 4 min 05 s. @param after ms */
export function afterText(after: number | null): string {
  if (after === null) return '–'
  const seconds = Math.round(after / 1000)
  const minutes = Math.floor(seconds / 60)
  return minutes > 0 ? `${minutes} min ${String(seconds % 60).padStart(2, '0')} s` : `${seconds} s`
}
