/** Somebody of whom a text may speak. */
export interface Spoken {
  name: string
  /** Whether the parts of their name are theirs too, each alone: of whom the text is. */
  near?: boolean
}

/** What stands where somebody or something of theirs was named. */
export const LEFT_OUT = { person: '(somebody)', mail: '(a mail address)', number: '(a number)' } as const

/** A mail address as it is written in running text: a part of RFC 5321 4.1.2 that people use. */
const MAIL = /[\p{L}\p{N}._%+-]{1,64}@[\p{L}\p{N}.-]{1,190}\.\p{L}{2,24}/gu
/** Numbers of telephones, people and things: seven figures or more, with what stands between them. Common practice, no source. */
const NUMBER = /\+?\d(?:[ ()/.-]{0,2}\d){6,19}/g
/** A single part of a name that is shorter may be any word. */
const SHORTEST_PART = 3

/**
 * A text without those of whom it is: names, mail addresses and long numbers are left out, so that what it says can be read
 * by anybody. Names in lower case are taken for words.
 * @param people whose names are sought; only of those that are near also the parts alone
 * @example withoutPeople('Ines Varga called, Ines waits', [{ name: 'Ines Varga', near: true }]) // '(somebody) called, (somebody) waits'
 */
export function withoutPeople(text: string, people: readonly Spoken[]): string {
  const bare = text.replace(MAIL, LEFT_OUT.mail).replace(NUMBER, LEFT_OUT.number)
  const names = people
    .flatMap(({ name, near }) => [name, ...(near ? partsOf(name) : [])])
    .filter((name) => name && bare.includes(name))
    .sort((a, b) => b.length - a.length)
  return names.reduce(
    (left, name) =>
      left.replaceAll(
        new RegExp(`(?<![\\p{L}\\p{N}])${escaped(name)}(?![\\p{L}\\p{N}])`, 'gu'),
        LEFT_OUT.person,
      ),
    bare,
  )
}

const partsOf = (name: string) => name.split(/\s+/).filter((part) => part.length >= SHORTEST_PART)
const escaped = (name: string) => name.replace(/[\\^$.*+?()[\]{}|/-]/g, '\\$&')
