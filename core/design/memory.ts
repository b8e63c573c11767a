import { sharedWith } from '../json'

interface Entry {
  inputs: readonly unknown[]
  value: unknown
}

/**
 * What one reading of a design worked out and the next one uses again where nothing that it came from has changed. Things
 * are told apart by being the very same, so it serves designs whose unchanged parts stay the same objects (`sharedWith`).
 */
export class Memory {
  private before = new Map<string, Entry>()
  private now = new Map<string, Entry>()

  /** Begins a reading; what the last one did not ask for is forgotten. */
  begin(): void {
    this.before = this.now
    this.now = new Map()
  }

  /**
   * Works something out, or gives what it came to before.
   * @param key what it is, once in a reading
   * @param inputs all that it comes from
   */
  once<T>(key: string, inputs: readonly unknown[], work: () => T): T {
    const there = this.now.get(key) ?? this.before.get(key)
    const isSame =
      there?.inputs.length === inputs.length && inputs.every((one, at) => Object.is(one, there.inputs[at]))
    const entry: Entry = isSame ? there! : { inputs, value: work() }
    this.now.set(key, entry)
    return entry.value as T
  }

  /** A value, with every part that says the same as in the last reading the very same. */
  same<T>(key: string, value: T): T {
    const shared = sharedWith((this.now.get(key) ?? this.before.get(key))?.value, value)
    this.now.set(key, { inputs: [], value: shared })
    return shared
  }
}
