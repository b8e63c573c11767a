import { sql } from 'kysely'
import type { Tables } from './tables'

/**
 * The columns of the tables that follow from the record, as `store` writes them: by what a row is found again, what
 * stays as it was first written, and what is written anew. A test holds them against the tables.
 */
export const WRITTEN = {
  ticket: {
    key: ['reference'],
    stays: ['item', 'logged_at', 'portal', 'channel'],
    changes: [
      'state',
      'because',
      'kind',
      'held',
      'summary',
      'sequence',
      'edition',
      'status',
      'status_group',
      'category',
      'priority',
      'priority_order',
      // What a ticket is for follows what was merged in the directory.
      'requester',
      'organisation',
      'site',
      'cover',
      'queue',
      'team',
      'technician',
      'changed_at',
      'due_at',
      'alarm_at',
      'timers',
      'estimate',
      'tasks_open',
      'waiting_since',
      'facts',
      'rules',
    ],
  },
  clock: {
    key: ['reference', 'target', 'started_at'],
    stays: [],
    changes: [
      'calendar',
      'edition',
      'shift',
      'granted',
      'paused',
      'balance',
      'balance_at',
      'due_at',
      'stopped_at',
      'outcome',
    ],
  },
  time_record: {
    key: ['reference', 'id'],
    stays: [],
    changes: ['person', 'starts', 'ends', 'counted', 'what'],
  },
  booking: {
    key: ['reference', 'id'],
    stays: [],
    changes: ['person', 'starts', 'ends', 'what', 'state', 'answer', 'set_out'],
  },
  job: {
    key: ['reference', 'id'],
    stays: [],
    changes: [
      'what',
      'takes',
      'skill',
      'site',
      'earliest',
      'latest',
      'meets',
      'standing',
      'booking',
      'untold',
      'insisted',
      'visit',
      'heard',
      'series',
    ],
  },
  partner_ticket: {
    key: ['reference', 'id'],
    stays: ['partner', 'begun', 'link', 'asked_at'],
    changes: ['stands', 'there', 'open', 'heard_at'],
  },
  plan_run: {
    key: ['reference', 'run'],
    stays: ['plan', 'began_at'],
    changes: ['name', 'edition', 'stages', 'tasks', 'settled', 'due_at', 'ended_at', 'how'],
  },
  plan_task: {
    key: ['reference', 'run', 'task', 'person'],
    stays: [],
    changes: ['team', 'kind', 'text', 'required', 'opened_at', 'due_at'],
  },
  ticket_task: {
    key: ['reference', 'task'],
    stays: ['list', 'came_at'],
    changes: ['counted', 'text', 'person', 'team', 'required', 'due_at', 'done_at', 'left_at'],
  },
  entry: {
    key: ['reference', 'sequence'],
    stays: ['at', 'actor', 'kind', 'version', 'body'],
    changes: [],
  },
} as const satisfies {
  [Table in keyof Tables]?: Record<'key' | 'stays' | 'changes', readonly (keyof Tables[Table])[]>
}

export type WrittenTable = keyof typeof WRITTEN

/** Columns that are not written where they have not changed: what is null then stays as it is, wherever it is kept. */
const UNCHANGED: Readonly<Record<string, string>> = { because: 'coalesce(excluded.because, ticket.because)' }

/** The end of an insert that brings rows up to date that are there already. */
export function orUpdate(table: WrittenTable) {
  const { key, changes } = WRITTEN[table]
  const set = changes.map((column) => `${column} = ${UNCHANGED[column] ?? `excluded.${column}`}`)
  return sql.raw(`on conflict (${key.join(', ')}) do update set ${set.join(', ')}`)
}
