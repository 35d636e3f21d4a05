import { defineStore } from 'pinia'
import { linesHere, looksOf } from '#core/inspection/checklist'
import type { Field, UseMeasure } from '#core/inspection/kind'
import { KINDS } from '#core/inspection/kinds.table'
import type { ChecklistLine } from '#core/inspection/line'
import type { Occasion } from '#core/inspection/occasion'
import { gearKindRoutes } from '#shared/inspection/kind-routes'
import type { Gear } from '#shared/inspection/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

type OfKind = Pick<Gear, 'kind' | 'kindId'>

/** The kinds of gear that this shop added, and its changes on the checklists. */
export const useGearKinds = defineStore('gear-kinds', () => {
  const { data, failure, load } = useLoad(() => call(gearKindRoutes.gearKinds, {}))
  const own = computed(() => data.value?.own ?? [])
  const changes = computed(() => data.value?.changes ?? [])

  const ownOf = (kindId: string | null) => own.value.find(({ id }) => id === kindId) ?? null
  const fieldsOf = ({ kind, kindId }: OfKind): readonly Field[] =>
    kind === 'own' ? (ownOf(kindId)?.fields ?? []) : KINDS[kind].fields
  const fittedToOf = ({ kind, kindId }: OfKind) =>
    kind === 'own' ? (ownOf(kindId)?.fittedTo ?? []) : KINDS[kind].fittedTo
  /** How the use of a piece is counted, if it is. */
  const useMeasureOf = ({ kind, kindId }: OfKind): UseMeasure | undefined =>
    KINDS[kind].use ?? ownOf(kindId)?.use?.of
  const occasionsOf = (which: OfKind): Occasion[] => looksOf(changes.value, which)
  const linesOf = (which: OfKind, occasion: Occasion): ChecklistLine[] =>
    linesHere(changes.value, { ...which, occasion })

  return {
    data,
    failure,
    load,
    own,
    changes,
    ownOf,
    fieldsOf,
    fittedToOf,
    useMeasureOf,
    occasionsOf,
    linesOf,
  }
})
