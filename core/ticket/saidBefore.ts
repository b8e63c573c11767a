import { MOST_FILES } from '../intake'
import type { KeptFile, SaidItem, Sends } from '../partner'
import { isoDate, timeOfDay } from '../time'
import type { Entry } from './entry'
import { saidItem } from './tellPartners'
import { TEXT_LIMIT } from './text'

/** So many files that came before go over at most: the latest. */
const MOST_BEFORE = 3 * MOST_FILES

/** Who said what is told, and where their day is. */
interface Naming {
  nameOf: (person: string) => string
  /** The zone in which moments are written. */
  zone: string
}

/**
 * What was said of a ticket before a partner was asked to take it, where our map lets that go over: what was said with its
 * requester in one and notes in another, the oldest first, each with who said it and when, and the latest files with it.
 * Of what is too long for one the oldest is left out.
 * @param entries of the ticket before that, in their order; of others nothing is said
 */
export function saidBefore(entries: readonly Entry[], sends: Sends, naming: Naming): SaidItem[] {
  if (!sends.earlier) return []
  const all = entries.flatMap((entry) => {
    const by = 'person' in entry.actor ? naming.nameOf(entry.actor.person) : ''
    const item = entry.kind === 'logged' ? asked(entry, sends) : saidItem(entry, sends, by)
    return item ? [{ item, head: headOf(entry, by, naming) }] : []
  })
  return (['reply', 'note'] as const).flatMap((kind) =>
    inOne(
      kind,
      all.filter(({ item }) => item.kind === kind),
    ),
  )
}

/** The files of what was asked. */
function asked({ attachments = [] }: Entry & { kind: 'logged' }, sends: Sends): SaidItem | undefined {
  return sends.replies && sends.files && attachments.length
    ? { id: '', kind: 'reply', by: '', text: '', files: attachments }
    : undefined
}

const headOf = ({ at }: Entry, by: string, { zone }: Naming): string =>
  `${by ? `${by}, ` : ''}${isoDate(at, zone)} ${timeOfDay(at, zone)} (${zone})`

function inOne(kind: SaidItem['kind'], all: { item: SaidItem; head: string }[]): SaidItem[] {
  const texts = all.filter(({ item }) => item.text).map(({ item, head }) => `${head}\n${item.text}`)
  const files = all.flatMap(({ item }) => item.files ?? []).slice(-MOST_BEFORE)
  const text = latestOf(texts)
  const parts = Math.max(text ? 1 : 0, Math.ceil(files.length / MOST_FILES))
  return Array.from({ length: parts }, (_, at) => {
    const some: KeptFile[] = files.slice(at * MOST_FILES, (at + 1) * MOST_FILES)
    const said = { id: `before ${kind} ${at + 1}`, kind, by: '', text: at === 0 ? text : '' }
    return some.length ? { ...said, files: some } : said
  })
}

const GAP = '\n\n'
const MORE = '…'

/** As many of the latest texts as one may have; the latest is cut where it alone is too long. */
function latestOf(texts: readonly string[]): string {
  let [said, from] = ['', texts.length]
  const room = TEXT_LIMIT - MORE.length - GAP.length
  while (from > 0 && said.length + GAP.length + texts[from - 1]!.length <= room) {
    from--
    said = said ? `${texts[from]!}${GAP}${said}` : texts[from]!
  }
  if (from === 0) return said
  return said ? `${MORE}${GAP}${said}` : `${texts.at(-1)!.slice(0, room)}${MORE}`
}
