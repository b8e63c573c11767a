import { editionsIn, type Reader } from '../../core/explain'
import { CompiledDesign, Directory, type DirectoryData, type PartnerDesk } from '../../core/design'
import type { ListName } from '../../core/directory'
import { newExchange } from '../../core/partner'
import { KEPT_LISTS, type KeptList } from './directoryRows'
import type { Database, Trx } from './connection'
import { withDesign } from './kept'

/**
 * The published editions and the directory as this process knows them. Editions never change, so they
 * are kept for good; which one is current and who is in the directory is asked again after a notice.
 */
export class Knowledge {
  private readonly editions = new Map<number, Promise<CompiledDesign>>()
  private readonly compiled = new Map<number, CompiledDesign>()
  private current: Promise<CompiledDesign> | undefined
  private people: Promise<Directory> | undefined
  /** What has changed since a reading of all of it began. */
  private readonly missed = new Set<DirectoryPart[]>()

  constructor(private readonly db: Database) {}

  /** Forgets what may have changed; called when another process published or edited the directory. */
  forget(what: 'edition' | 'directory'): void {
    if (what === 'edition') this.current = undefined
    else this.people = undefined
  }

  /** Another edition is the current one: its maps are those by which tickets are exchanged. */
  async editionChanged(): Promise<void> {
    this.forget('edition')
    await this.renew(PARTNERS_CHANGED)
  }

  /** The edition that new tickets follow. */
  async currentEdition(): Promise<CompiledDesign> {
    this.current ??= keepUnlessFailed(this.loadCurrent(), () => (this.current = undefined))
    return this.current
  }

  async edition(number: number): Promise<CompiledDesign> {
    let edition = this.editions.get(number)
    if (!edition) {
      edition = keepUnlessFailed(this.loadEdition(number), () => this.editions.delete(number))
      this.editions.set(number, edition)
    }
    return edition
  }

  /** The edition that a ticket follows, with every other one in whose hours its clocks count. */
  async editionOf(ticket: {
    edition: number
    clocks: readonly { edition: number }[]
    plans?: readonly { edition: number }[]
  }): Promise<CompiledDesign> {
    const { clocks, plans = [] } = ticket
    const needed = new Set([ticket.edition, ...[...clocks, ...plans].map((one) => one.edition)])
    await Promise.all([...needed].map((number) => this.edition(number)))
    return this.edition(ticket.edition)
  }

  /**
   * Reads anew what of the directory has changed. A large one is not read as a whole for each change: what is known of
   * the others stays.
   */
  async renew(parts: readonly DirectoryPart[]): Promise<void> {
    const before = this.people
    if (!before) return
    for (const missed of this.missed) missed.push(...parts)
    const next = before.then((directory) => patched(this.db, directory, parts))
    this.people = keepUnlessFailed(next, () => this.people === next && (this.people = undefined))
    await next.catch(() => undefined)
  }

  /**
   * Reads all of the directory anew; until it is there, everybody goes on with what was known. What is renewed meanwhile
   * is looked at once more.
   */
  async refresh(): Promise<void> {
    if (!this.people) return
    const parts: DirectoryPart[] = []
    this.missed.add(parts)
    try {
      let fresh = new Directory(await loadDirectory(this.db))
      while (parts.length) fresh = await patched(this.db, fresh, parts.splice(0))
      this.people = Promise.resolve(fresh)
    } catch {
      this.people = undefined
    } finally {
      this.missed.delete(parts)
    }
  }

  async directory(): Promise<Directory> {
    this.people ??= keepUnlessFailed(
      loadDirectory(this.db).then((data) => new Directory(data)),
      () => (this.people = undefined),
    )
    return this.people
  }

  /** Whoever reads some reasons, with every edition that they name; one that this release cannot read is left out. */
  async readerOf(...values: unknown[]): Promise<Reader> {
    const [directory] = await Promise.all([
      this.directory(),
      ...[...editionsIn(values)].map((number) => this.edition(number).catch(() => undefined)),
    ])
    return { language: 'en', design: (number) => this.compiled.get(number), directory }
  }

  private async loadCurrent(): Promise<CompiledDesign> {
    const { number } = await this.db
      .selectFrom('edition')
      .select('number')
      .orderBy('number', 'desc')
      .limit(1)
      .executeTakeFirstOrThrow(() => new Error('no edition is published yet'))
    return this.edition(number)
  }

  private async loadEdition(number: number): Promise<CompiledDesign> {
    const row = await this.db
      .selectFrom('edition')
      .select('document')
      .where('number', '=', number)
      .executeTakeFirst()
    if (!row) throw new Error(`there is no edition ${number}`)
    const design = new CompiledDesign(withDesign(row).document, number, (other) => this.compiled.get(other))
    this.compiled.set(number, design)
    return design
  }
}

function keepUnlessFailed<T>(promise: Promise<T>, drop: () => unknown): Promise<T> {
  promise.catch(drop)
  return promise
}

/** What of the directory has changed: a thing of a list, or who has rotas instead. */
export type DirectoryPart = readonly [list: ListName | 'rotas' | 'partners', id: string]

/** What has changed where partners are paired, say what they take, or an edition has other maps. */
export const PARTNERS_CHANGED: readonly DirectoryPart[] = [['partners', '']]

const overridesOf = async (db: Database | Trx): Promise<DirectoryData['rotaOverrides']> =>
  (await db.selectFrom('rota_override').selectAll().orderBy('id').execute()).map(
    ({ starts: from, ends: to, id, rota, person, why }) => ({ ...{ id, rota, from, to, person, why } }),
  )

/** The partners, each with its maps as the newest edition has them: both sides were told of those. */
async function partnersOf(db: Database | Trx): Promise<PartnerDesk[]> {
  const partners = await db.selectFrom('partner').select(['id', 'name', 'ended_at', 'offer']).execute()
  if (!partners.length) return []
  const newest = await db
    .selectFrom('edition')
    .select('document')
    .orderBy('number', 'desc')
    .limit(1)
    .executeTakeFirst()
  const { exchanges } = newest ? withDesign(newest).document : { exchanges: [] }
  return partners.map(({ id, name, ended_at: ended, offer }) => ({
    ...{ id, name, isPaired: ended === null },
    exchange: exchanges.find((one) => one.id === id) ?? newExchange(id, name),
    ...(offer && { offer }),
  }))
}

/** Rows that are read at once: a large list is read bit by bit, so that nobody has to wait until all of it is there. */
const AT_ONCE = 4000

/** Reads the whole directory. */
export async function loadDirectory(db: Database | Trx): Promise<DirectoryData> {
  const lists: [string, object[]][] = []
  for (const list of Object.values(KEPT_LISTS)) lists.push([list.of, await loadList(db, list)])
  const [rotaOverrides, partners] = [await overridesOf(db), await partnersOf(db)]
  return { ...Object.fromEntries(lists), rotaOverrides, partners } as unknown as DirectoryData
}

async function loadList(db: Database | Trx, { table, key, read }: KeptList): Promise<object[]> {
  const all: object[] = []
  let last: unknown
  for (;;) {
    const rows = (await db
      .selectFrom(table as 'team')
      .selectAll()
      .$if(last !== undefined, (q) => q.where(key as 'id', '>', last as string))
      .orderBy(key as 'id')
      .limit(AT_ONCE)
      .execute()) as Record<string, unknown>[]
    for (const row of rows) all.push(read(row as never))
    if (rows.length < AT_ONCE) return all
    last = rows[rows.length - 1]![key]
  }
}

/** A directory with some of its parts as they are now; the others are taken over as they were. */
async function patched(
  db: Database,
  { data }: Directory,
  parts: readonly DirectoryPart[],
): Promise<Directory> {
  const next: Record<string, unknown> = { ...data }
  for (const list of new Set(parts.map(([one]) => one))) {
    if (list === 'rotas') {
      next.rotaOverrides = await overridesOf(db)
      continue
    }
    if (list === 'partners') {
      next.partners = await partnersOf(db)
      continue
    }
    const { table, key, read, of } = KEPT_LISTS[list]
    const ids = parts.filter(([one]) => one === list).map(([, id]) => (key === 'number' ? Number(id) : id))
    const rows = await db
      .selectFrom(table as 'team')
      .selectAll()
      .where(key as 'id', 'in', ids as string[])
      .execute()
    const fresh = new Map(rows.map((row) => [(row as Record<string, unknown>)[key], read(row as never)]))
    const before = (data[of] ?? []) as unknown as readonly Record<string, unknown>[]
    const kept = before.map((one) => {
      const now = fresh.get(one[key])
      fresh.delete(one[key])
      return now ?? one
    })
    next[of] = [...kept, ...fresh.values()]
  }
  return new Directory(next as unknown as DirectoryData)
}
