import { editionsIn, type Reader } from '../../core/explain'
import { CompiledDesign, Directory, type DirectoryData } from '../../core/design'
import type { Selectable } from 'kysely'
import { agreementOf, equipmentOf, personOf, queueOf, withoutNulls } from './directoryRows'
import type { Database } from './connection'
import type { Tables } from './tables'
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

/** Reads the whole directory. */
export async function loadDirectory(db: Database): Promise<DirectoryData> {
  const all = <T extends keyof Tables & string>(table: T) =>
    db
      .selectFrom(table as 'team')
      .selectAll()
      .execute() as unknown as Promise<Selectable<Tables[T]>[]>
  const listed = async <T extends keyof Tables & string>(table: T) => (await all(table)).map(withoutNulls)
  const [organisations, sites, teams, people, queues, desks] = await Promise.all([
    ...([listed('organisation'), listed('site'), listed('team'), all('person')] as const),
    ...([all('queue'), listed('desk')] as const),
  ])
  const [skills, covers, agreementTypes, equipmentTypes, agreements, equipment, overrides] =
    await Promise.all([
      ...([listed('skill'), listed('cover'), listed('agreement_type'), listed('equipment_type')] as const),
      ...([all('agreement'), all('equipment')] as const),
      db.selectFrom('rota_override').selectAll().orderBy('id').execute(),
    ])
  return {
    ...{ organisations, sites, teams, desks, skills, covers, agreementTypes, equipmentTypes },
    queues: queues.map(queueOf),
    people: people.map(personOf),
    agreements: agreements.map(agreementOf),
    equipment: equipment.map(equipmentOf),
    rotaOverrides: overrides.map(({ starts: from, ends: to, id, rota, person, why }) => ({
      ...{ id, rota, from, to, person, why },
    })),
  }
}
