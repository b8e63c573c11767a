import { readView, type ViewDefinition } from '../../core/work'
import { Refused } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import type { Database } from '../db/connection'
import type { Caller } from '../base/caller'

/** A view that somebody has kept. */
export interface SavedView {
  id: number
  name: string
  shared: boolean
  mine: boolean
  by: string
  definition: ViewDefinition
}

const MOST_VIEWS = 100

/** The views of somebody: their own and those that leads share, with the one in which their Desk opens. */
export async function viewsOf(
  db: Database,
  person: string,
): Promise<{ views: SavedView[]; opens: number | null }> {
  const [rows, opens] = await Promise.all([
    db
      .selectFrom('saved_view')
      .innerJoin('person', 'person.id', 'saved_view.person')
      .select([
        'saved_view.id',
        'saved_view.name',
        'shared',
        'saved_view.person',
        'person.name as by',
        'definition',
      ])
      .where((e) => e.or([e('saved_view.person', '=', person), e('shared', '=', true)]))
      .orderBy('saved_view.name')
      .orderBy('saved_view.id')
      .execute(),
    db.selectFrom('default_view').select('view').where('person', '=', person).executeTakeFirst(),
  ])
  return {
    views: rows.map(({ person: owner, definition, ...one }) => ({
      ...one,
      mine: owner === person,
      definition: readView(definition as Partial<ViewDefinition>),
    })),
    opens: opens?.view ?? null,
  }
}

interface ViewRequest {
  name: string
  shared: boolean
  definition: Partial<ViewDefinition>
}

const shares = ({ rights }: Pick<Caller, 'rights'>) => rights.has('shareViews')

function refuseSharing(shared: boolean, caller: Pick<Caller, 'rights'>): void {
  if (shared && !shares(caller))
    throw new Refused(
      'forbidden',
      'Your role shares no views with the desk; keep it for yourself, or ask a lead.',
    )
}

/** Keeps a view. @returns its id */
export async function keepView(db: Database, caller: Caller, view: ViewRequest): Promise<number> {
  refuseSharing(view.shared, caller)
  const { count } = await db
    .selectFrom('saved_view')
    .select((e) => e.fn.countAll<number>().as('count'))
    .where('person', '=', caller.id)
    .executeTakeFirstOrThrow()
  if (Number(count) >= MOST_VIEWS)
    throw new Refused('conflict', `Nobody has more than ${MOST_VIEWS} views; take one away first.`)
  const { id } = await db
    .insertInto('saved_view')
    .values({ person: caller.id, ...rowOf(view) })
    .returning('id')
    .executeTakeFirstOrThrow()
  return id
}

const rowOf = ({ name, shared, definition }: ViewRequest) => ({
  ...{ name: name.trim(), shared },
  definition: JSON.stringify(readView(definition)),
  changed_at: deskNow(),
})

/** @throws Refused when it is gone, or somebody else's and this is nobody who shares views */
async function owned(db: Database, caller: Caller, id: number): Promise<void> {
  const row = await db
    .selectFrom('saved_view')
    .select(['person', 'shared'])
    .where('id', '=', id)
    .executeTakeFirst()
  if (!row) throw new Refused('missing', 'This view is not there any more.')
  if (row.person !== caller.id && !(row.shared && shares(caller)))
    throw new Refused('forbidden', 'This view is somebody else’s; keep it under another name.')
}

export async function changeView(db: Database, caller: Caller, id: number, view: ViewRequest): Promise<void> {
  await owned(db, caller, id)
  refuseSharing(view.shared, caller)
  await db.updateTable('saved_view').set(rowOf(view)).where('id', '=', id).execute()
}

export async function dropView(db: Database, caller: Caller, id: number): Promise<void> {
  await owned(db, caller, id)
  await db.deleteFrom('saved_view').where('id', '=', id).execute()
}

/** In which view somebody's Desk opens; null for everything open. */
export async function openIn(db: Database, caller: Caller, view: number | null): Promise<void> {
  if (view !== null && !(await viewsOf(db, caller.id)).views.some((one) => one.id === view))
    throw new Refused('missing', 'This view is not there any more.')
  await db
    .insertInto('default_view')
    .values({ person: caller.id, view })
    .onConflict((c) => c.column('person').doUpdateSet({ view }))
    .execute()
    .catch((error: { code?: string }) => {
      // Dropped in between (SQLSTATE 23503: there is nothing that it refers to).
      if (error.code === '23503') throw new Refused('missing', 'This view is not there any more.')
      throw error
    })
}
