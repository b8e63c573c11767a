/** A file that is attached, or on its way. */
export interface FileLine {
  key: string | number
  name: string
  /** In words. */
  size?: string
  /** From 0 to 1; left out once it is there. */
  share?: number
  problem?: string
}
