import { editionsIn, type Reader } from '../../core/explain'
import { CompiledDesign, Directory, type DirectoryData } from '../../core/design'
import type { Database } from './connection'
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

  constructor(private readonly db: Database) {}

  /** Forgets what may have changed; called when another process published or edited the directory. */
  forget(what: 'edition' | 'directory'): void {
    if (what === 'edition') this.current = undefined
    else this.people = undefined
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
  }): Promise<CompiledDesign> {
    const needed = new Set([ticket.edition, ...ticket.clocks.map((clock) => clock.edition)])
    await Promise.all([...needed].map((number) => this.edition(number)))
    return this.edition(ticket.edition)
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

/** A row as a thing that has what is set, and nothing in place of what is not. */
type WithoutNulls<T> = { [K in keyof T as null extends T[K] ? never : K]: T[K] } & {
  [K in keyof T as null extends T[K] ? K : never]?: Exclude<T[K], null>
}
const withoutNulls = <T extends object>(row: T) =>
  Object.fromEntries(Object.entries(row).filter(([, value]) => value !== null)) as WithoutNulls<T>

/** Reads the whole directory. */
export async function loadDirectory(db: Database): Promise<DirectoryData> {
  const [people, teams, sites, organisations, agreements, equipment, overrides] = await Promise.all([
    db.selectFrom('person').selectAll().execute(),
    db.selectFrom('team').selectAll().execute(),
    db.selectFrom('site').selectAll().execute(),
    db.selectFrom('organisation').selectAll().execute(),
    db.selectFrom('agreement').selectAll().execute(),
    db.selectFrom('equipment').selectAll().execute(),
    db.selectFrom('rota_override').selectAll().orderBy('id').execute(),
  ])
  return {
    people: people.map(({ password_hash: _, ...person }) => withoutNulls(person)),
    teams: teams.map(withoutNulls),
    sites: sites.map(withoutNulls),
    organisations,
    agreements: agreements.map(({ amount, ...one }) =>
      withoutNulls({ ...one, amount: amount === null ? null : Number(amount) }),
    ),
    equipment: equipment.map(({ warranty_until: warrantyUntil, ...one }) =>
      withoutNulls({ ...one, warrantyUntil }),
    ),
    rotaOverrides: overrides.map(({ starts: from, ends: to, id, rota, person, why }) => ({
      ...{ id, rota, from, to, person, why },
    })),
  }
}
