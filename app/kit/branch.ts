/** A branch of a tree; `key` is unique in the whole of it. */
export interface Branch {
  key: string
  label: string
  note?: string
  children?: Branch[]
}
