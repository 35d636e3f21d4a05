import type { Ref } from 'vue'
import type { AirCase, FumeSource } from '#core/air/case'

/** Adding, changing and taking out what gives off fume. Another source starts as a copy of the first. */
export function useSources(air: Ref<AirCase>) {
  const put = (sources: FumeSource[]): void => {
    air.value = { ...air.value, sources }
  }
  function add(kind: FumeSource['kind']): void {
    const { sources } = air.value
    const first = sources[0]
    if (!first) return
    const copy = JSON.parse(JSON.stringify(first)) as FumeSource
    put([
      ...sources,
      {
        ...copy,
        name: kind === 'grind' ? 'Grinding' : `Other arc ${sources.length}`,
        kind,
        grinding: null,
        mine: false,
        zinc: null,
        coating: 'none',
        capture: { low: 0, high: 0 },
      },
    ])
  }
  const change = (at: number, source: FumeSource): void =>
    put(air.value.sources.map((entry, i) => (i === at ? source : entry)))
  const remove = (at: number): void => put(air.value.sources.filter((_, i) => i !== at))
  return { add, change, remove }
}
