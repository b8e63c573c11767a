/**
 * Rows that do not change places while somebody is among them: what they say is new at once, where they stand is not.
 * @param fresh the rows as they are
 * @param of what they are the rows of: another list begins anew
 * @param busy whether the pointer, the keyboard or a deed is among them
 */
export function useHeld<Row>(
  fresh: () => readonly Row[],
  keyOf: (row: Row) => string | number,
  busy: () => boolean,
  of: () => unknown = () => undefined,
) {
  /** The rows as they stood when somebody came among them. */
  const held = shallowRef<readonly Row[]>()
  watch(busy, (now) => (held.value = now ? fresh() : undefined), { flush: 'sync', immediate: true })
  // The rows of another list come a little after it is chosen; until then nothing is held.
  watch(
    () => JSON.stringify(of()),
    () => (held.value = undefined),
    { flush: 'sync' },
  )
  watch(
    fresh,
    (now) => {
      if (busy()) held.value ??= now
    },
    { flush: 'sync' },
  )
  const rows = computed(() => {
    const now = fresh()
    if (!held.value || !busy()) return now
    // What is read further down comes after what stands.
    const byKey = new Map(now.map((row) => [keyOf(row), row]))
    const stands = held.value.map((row) => byKey.get(keyOf(row)) ?? row)
    const known = new Set(held.value.map(keyOf))
    const last = held.value.at(-1)
    const at = last === undefined ? -1 : now.findIndex((row) => keyOf(row) === keyOf(last))
    const below = at < 0 ? [] : now.slice(at + 1).filter((row) => !known.has(keyOf(row)))
    return [...stands, ...below]
  })
  /** Whether they would stand otherwise. */
  const waits = computed(() => {
    const now = fresh()
    return rows.value.length !== now.length || rows.value.some((row, at) => keyOf(row) !== keyOf(now[at]!))
  })
  /** Puts them in order now, whoever is among them. */
  function release(): void {
    if (held.value) held.value = fresh()
  }
  return { rows, waits, release }
}
