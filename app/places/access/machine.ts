/** What a browser says that it is, in two words: its own name and the system it is on, each where it is known. */
export function machineOf(text: string | null): { browser?: string; system?: string } {
  const browser = ['Firefox', 'Edg', 'Chrome', 'Safari'].find((one) => text?.includes(one))
  const system = ['Android', 'iPhone', 'iPad', 'Windows', 'Mac OS', 'Linux'].find((one) =>
    text?.includes(one),
  )
  return {
    ...(browser && { browser: browser === 'Edg' ? 'Edge' : browser }),
    ...(system && { system }),
  }
}
