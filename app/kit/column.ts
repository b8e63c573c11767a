/** A column: what it is called, and how it stands. */
export interface Column {
  name: string
  label: string
  /** Its head is read aloud only. */
  bare?: boolean
  /** Pressing its head puts the rows in its order. */
  sorts?: boolean
  /** Figures stand below each other, in monospace and to the right. */
  figures?: boolean
  width?: string
  /** Takes a line of its own where the window is narrow. */
  wide?: boolean
}
export interface Order {
  by: string
  down: boolean
}
