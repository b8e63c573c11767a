/** Something a menu offers: to go somewhere, or to do something. */
export interface Act {
  label: string
  note?: string
  to?: string
  run?: () => unknown
  disabled?: boolean
  danger?: boolean
}
