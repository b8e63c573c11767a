import type { Design } from './design'

/** Articles that show all of a list on one page, each thing at its id. */
const ON_ONE_PAGE = ['service-levels', 'ladders', 'moves', 'templates', 'partners', 'languages']

/**
 * The article that shows what a finding or a use names: a form below the first item that it is the form of, or among those that come later, a field of the library in the first kind that has it.
 * @param place such as `forms/gate-scanner#gates`
 * @returns the end of an address in Design, such as `catalog/gate-scanner#gates`
 */
export function articleOf(design: Design, place: string): string {
  const [path = '', hash] = place.split('#')
  const [part = '', id = ''] = path.split('/')
  if (part === 'forms') {
    const item = design.items.find((one) => one.form === id)
    if (item) return `catalog/${item.id}${hash ? `#${hash}` : ''}`
    // One that only plans ask for has an article of its own.
    return `plans/forms#${id}`
  }
  if (part === 'fields') {
    const kind = design.kinds.find((one) => one.fields.some(({ field }) => field === id))
    return kind ? `kinds/${kind.id}#field-${id}` : 'kinds'
  }
  if (!id || !ON_ONE_PAGE.includes(part)) return place
  return `${part}#${hash ? `${id}-${hash}` : id}`
}
