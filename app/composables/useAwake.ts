/** False in the HTML the server sends, true once the page listens: a form is not to be sent before. */
export function useAwake(): Ref<boolean> {
  const awake = ref(false)
  onMounted(() => {
    awake.value = true
  })
  return awake
}
