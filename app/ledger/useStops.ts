import { computed, ref, type ComputedRef } from 'vue'
import { oneAt } from '~~/core/lookup'

/** A stretch or a moment of a drawing that can be read, in time. */
export interface Stop {
  from: number
  to: number
  text: string
}

/**
 * Reading a drawing of several lanes by arrow keys: on and back along a lane, and across to the stop of another lane
 * that is nearest in time, so that going up and down keeps to the moment.
 * @param stops of each lane, in the order of time
 * @param begin where reading begins: in which lane, at which moment
 */
export function useStops(stops: ComputedRef<Stop[][]>, begin: () => { lane: number; at: number }) {
  const chosen = ref<{ lane: number; index: number }>()
  const stop = computed(() => chosen.value && stops.value[chosen.value.lane]?.[chosen.value.index])

  function choose(lane: number, at: number) {
    const list = stops.value[lane] ?? []
    const distance = (one: Stop) => Math.max(one.from - at, at - one.to, 0)
    const nearest = Math.min(...list.map(distance))
    const index = list.findIndex((one) => distance(one) === nearest)
    if (index >= 0) chosen.value = { lane, index }
  }
  function start() {
    if (chosen.value) return
    const { lane, at } = begin()
    choose(lane, at)
  }
  function step(by: number) {
    if (!chosen.value) return start()
    const { lane, index } = chosen.value
    const last = oneAt(stops.value, lane).length - 1
    chosen.value = { lane, index: Math.min(last, Math.max(0, index + by)) }
  }
  function cross(by: number) {
    const from = chosen.value?.lane ?? 0
    for (let lane = from + by; lane >= 0 && lane < stops.value.length; lane += by)
      if (oneAt(stops.value, lane).length) return choose(lane, stop.value?.from ?? begin().at)
  }
  const keys: Record<string, () => void> = {
    ArrowRight: () => step(1),
    ArrowLeft: () => step(-1),
    ArrowDown: () => cross(1),
    ArrowUp: () => cross(-1),
    Home: () => step(Number.NEGATIVE_INFINITY),
    End: () => step(Number.POSITIVE_INFINITY),
    Escape: () => (chosen.value = undefined),
  }
  function onKey(event: KeyboardEvent) {
    const key = keys[event.key]
    if (!key || event.ctrlKey || event.metaKey || event.altKey) return
    event.preventDefault()
    event.stopPropagation()
    key()
  }
  return { chosen, stop, start, onKey }
}
