import { isLanguage, LANGUAGE_NAMES, LANGUAGES, type Language } from '../words'
import type { Reader } from './reader'
import { gapsOf, writtenTexts } from './translate'

/** Templates that requesters get. */
const FOR_REQUESTERS = [
  ...['confirmation', 'reply', 'held', 'rejected', 'waiting', 'reminder', 'solved', 'calledOff'],
  ...['majorUpdate', 'majorOver'],
]

const NAMES = LANGUAGES.map((one) => `${one} (${LANGUAGE_NAMES[one]})`).join(', ')

/** Languages in which requesters may read: that there are such, and what lacks words in them. */
export function words(reader: Reader): void {
  const { desk, portals, translations } = reader.design
  const own = desk.language ?? 'en'
  const know = (place: string, tag: string) => {
    if (!isLanguage(tag))
      reader.error(place, 'languageUnknown', `nothing can be said in “${tag}”; choose among ${NAMES}`)
  }
  if (desk.language !== undefined) know('languages', desk.language)
  for (const { id } of translations) know(`languages#${id}`, id)
  for (const portal of portals) for (const tag of portal.languages ?? []) know(`portals/${portal.id}`, tag)
  const offered = new Set(portals.flatMap((one) => one.languages ?? []))
  for (const language of LANGUAGES) if (offered.has(language) && language !== own) gaps(reader, language)
}

function gaps(reader: Reader, language: Language): void {
  const { design } = reader
  const name = LANGUAGE_NAMES[language]
  const { lacking, gone } = gapsOf(
    design,
    design.translations.find((one) => one.id === language),
  )
  const place = `languages#${language}`
  if (lacking.length)
    reader.remark(
      place,
      'translationLacking',
      `${lacking.length} of ${writtenTexts(design).length} texts have no words in ${name}; requesters read them as they were written`,
    )
  if (gone.length)
    reader.remark(
      place,
      'translationGone',
      `${gone.length} ${gone.length === 1 ? 'text' : 'texts'} in ${name} ${gone.length === 1 ? 'is' : 'are'} of what is no more there`,
    )
  for (const template of design.templates)
    if (FOR_REQUESTERS.includes(template.id) && !template.languages?.[language])
      reader.remark(
        `templates/${template.id}`,
        'translationLacking',
        `it has no words in ${name}; requesters get it as it was written`,
      )
}
