/** Something that was found: what it is, and why it was found. */
export interface Hit {
  /** Where it leads; of something that is done, what it is known by. */
  to: string
  /** Does it, where it is no place. */
  run?: () => unknown
  name: string
  note: string
  why?: string
}
