/**
 * Changes what stands after the question mark of the address, name by name. Two choices made quickly after each other
 * are both kept: the second builds on where the first one is on its way to, not on where the page still is.
 * @returns a function that sets one name to a value, or takes the name away where the value is empty; what is typed
 * letter by letter makes no steps of the browser's history
 */
export function useAddress() {
  const route = useRoute()
  const router = useRouter()
  let wanted: typeof route.query | undefined
  return async (name: string, value: string | undefined, isTyped = false) => {
    const { [name]: _, ...rest } = wanted ?? route.query
    const mine = value ? { ...rest, [name]: value } : rest
    wanted = mine
    // Not `navigateTo`: that goes nowhere while the letter before is still on its way through the middleware.
    await (isTyped ? router.replace({ query: mine }) : router.push({ query: mine }))
    if (wanted === mine) wanted = undefined
  }
}
