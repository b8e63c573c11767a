/** Something a menu offers: to go somewhere, or to do something. */
export interface Act {
  label: string
  note?: string
  /** What it does, below its name. */
  says?: string
  to?: string
  run?: () => unknown
  disabled?: boolean
  danger?: boolean
}
