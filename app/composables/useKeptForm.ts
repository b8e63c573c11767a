import { isRecord } from '~~/core/lookup'

const kindOf = (value: unknown) => (Array.isArray(value) ? 'list' : value === null ? 'nothing' : typeof value)

function read(key: string): Record<string, unknown> {
  try {
    const kept = JSON.parse(sessionStorage.getItem(key) ?? '{}') as unknown
    return isRecord(kept) ? kept : {}
  } catch {
    return {}
  }
}

/**
 * What is being filled in stays in this tab until it is sent or let go: when its panel is closed, and when the page is
 * loaded anew.
 * @param form what is filled in; takes over what was begun before, where that is of the same kind
 * @returns whether something was begun before, and how it is let go
 */
export function useKeptForm<T extends object>(key: string, form: T) {
  const fresh = JSON.stringify(form)
  const kept = read(key)
  for (const [name, value] of Object.entries(form)) {
    const before = kept[name]
    // A choice that nobody has made is nothing.
    if (before !== undefined && [kindOf(before), 'nothing'].includes(kindOf(value)))
      Object.assign(form, { [name]: before })
  }
  const begun = ref(JSON.stringify(form) !== fresh)
  const stop = watch(
    () => JSON.stringify(form),
    (now) => {
      if (now === fresh) return sessionStorage.removeItem(key)
      try {
        sessionStorage.setItem(key, now)
      } catch {
        // The browser has no room for it: it stands on the screen, and the one before is no draft of it.
        sessionStorage.removeItem(key)
      }
    },
    // Whoever is called away by the very next key has not lost the last one.
    { flush: 'sync' },
  )

  /** It is sent, or its person wants none of it. */
  function forget(): void {
    stop()
    sessionStorage.removeItem(key)
  }
  /** Puts the form back to how it was before anything was begun. */
  function beginAnew(): void {
    Object.assign(form, JSON.parse(fresh))
    begun.value = false
  }
  return { begun, forget, beginAnew }
}
