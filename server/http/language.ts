import { getCookie, getHeader, setResponseHeader, type H3Event } from 'h3'
import type { Portal } from '../../core/intake'
import { chooseLanguage, LANGUAGES, languagesOf, wantedLanguages, type Language } from '../../core/words'
import type { Desk } from '../commands/desk'
import type { Caller } from '../base/caller'

/** What somebody chose on this device, before anybody knew who they are. */
export const LANGUAGE_COOKIE = 'yare-language'

/** What somebody chose, on this device or for their messages, and then what their browser asks for. */
export async function wantedBy(event: H3Event, desk: Desk, person: string | undefined): Promise<string[]> {
  const known = person && (await desk.knowledge.directory()).people.get(person)?.notify?.language
  const chosen = getCookie(event, LANGUAGE_COOKIE)
  return [
    ...(chosen ? [chosen.slice(0, 40)] : []),
    ...(known ? [known] : []),
    ...wantedLanguages(getHeader(event, 'accept-language') ?? ''),
  ]
}

/**
 * The language in which a portal answers somebody: what they chose, else what their browser asks for, of those that the
 * portal offers. The answer says so in Content-Language.
 * @param portal the one that is asked; where none is, that at whose door the caller signed in
 */
export async function languageFor(
  event: H3Event,
  desk: Desk,
  caller: Pick<Caller, 'id' | 'portal'> | undefined,
  portal?: Portal,
): Promise<Language> {
  const design = await desk.knowledge.currentEdition()
  const own = portal ?? (caller?.portal ? design.findPortal(caller.portal) : undefined)
  // Whoever is at no portal, such as a program, may ask for any.
  const offered = own ? languagesOf(own) : LANGUAGES
  const language = chooseLanguage(await wantedBy(event, desk, caller?.id), offered)
  setResponseHeader(event, 'content-language', language)
  return language
}
