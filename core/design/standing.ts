/** A thing that may be one with another now. */
interface Mergeable {
  /** The thing that it is one with. */
  mergedInto?: string
}

/**
 * Things by their ids, where one that was merged is found as the one that it became: whoever still says its id, in a
 * rule or a program, means that one. Going through all of them gives each as it was kept.
 */
export class Standing<T extends Mergeable> extends Map<string, T> {
  override get(id: string): T | undefined {
    const own = super.get(id)
    return own?.mergedInto === undefined ? own : (super.get(own.mergedInto) ?? own)
  }

  /** A thing as it was kept, merged or not. */
  own(id: string): T | undefined {
    return super.get(id)
  }
}
