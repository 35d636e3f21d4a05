import type { UnwrapNestedRefs } from 'vue'
import type { ShopRules } from '#core/assessment/assess'
import { byPlate, isArc } from '#core/job/job'
import type { ShadeQuery } from '#core/shade/school'
import { assignShade } from '#core/shade/shade'
import { shadeSteps } from '#core/shade/steps'
import { SCHOOLS, type School } from '#core/shade/terms'
import { display } from '#shared/units/units'
import { useUnits } from '~/composables/units'

export interface LadderProps {
  query: ShadeQuery
  rules: ShopRules
  wanted?: number | null
  ranges?: readonly (readonly [number, number])[] | null
  disabled?: boolean
}

/** Thickest plate on the ladder, mm: cutting, welding. */
const THICKEST = { cut: 200, weld: 25 } as const
/** The ladder of currents goes at least this far, A. */
const LEAST_CURRENT = 100

/** What the ladder shows: the answer, the schools' steps, and the one looked at for a moment. */
export function useLadder(props: LadderProps) {
  const units = useUnits()
  const answer = computed(() => assignShade(props.query, props.rules))
  const by = computed(() =>
    isArc(props.query.process) ? ('amps' as const) : ('thickness' as const),
  )
  const x = computed(() => props.query[by.value])
  const movable = computed(
    () => !props.disabled && (isArc(props.query.process) || byPlate(props.query.process)),
  )
  const steps = computed(() => shadeSteps(props.query, props.rules.house))
  const lines = computed(() => SCHOOLS.filter((school) => steps.value[school].length > 0))

  /** A school looked at for a moment; the shop's own choice stays what it is. */
  const looked = ref<School | null>(null)
  watch(
    () => props.query.process,
    () => {
      looked.value = null
    },
  )
  const said = computed(
    () => answer.value.schools.find((entry) => entry.school === looked.value) ?? null,
  )
  const shown = computed(() =>
    said.value ? said.value.shade : (props.wanted ?? answer.value.working),
  )

  const xMax = computed(() => {
    if (by.value === 'thickness')
      return props.query.process === 'OFC' ? THICKEST.cut : THICKEST.weld
    const ends = steps.value.legal.flatMap((step) => [step.from, step.to]).filter(Number.isFinite)
    return Math.max(...ends, LEAST_CURRENT)
  })
  const axis = computed(() => display(by.value === 'amps' ? 'A' : 'mm', units.value))
  const number = (value: number): string => String(Math.round(axis.value.from(value) * 100) / 100)

  return {
    answer,
    by,
    x,
    movable,
    steps,
    lines,
    looked,
    said,
    shown,
    xMax,
    axis,
    number,
    look(school: School): void {
      looked.value = looked.value === school ? null : school
    },
  }
}
export type Ladder = UnwrapNestedRefs<ReturnType<typeof useLadder>>
