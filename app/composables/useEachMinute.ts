const MINUTE = 60_000

/** Does something every minute for as long as the component is on the screen: what depends on the time moves by itself. */
export function useEachMinute(work: () => unknown): void {
  let minute: ReturnType<typeof setInterval> | undefined
  onMounted(() => (minute = setInterval(() => void work(), MINUTE)))
  onBeforeUnmount(() => clearInterval(minute))
}
