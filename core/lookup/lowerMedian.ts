/** The middle one, or the lower of the two in the middle; null of none. */
export function lowerMedian(values: readonly number[]): number | null {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.ceil(sorted.length / 2) - 1] ?? null
}
