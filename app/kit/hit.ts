/** Something that was found: what it is, and why it was found. */
export interface Hit {
  to: string
  name: string
  note: string
  why?: string
}
