import type { CompiledDesign } from '../../core/design'
import type { Answers } from '../../core/intake'
import { LearntCategories, type PastWords, type Suggestion } from '../../core/triage'
import type { Database } from '../db/connection'
import { machineNow } from '../clock/deskClock'
import { log } from '../base/log'

/** Learnt from so many of the latest tickets, and anew after so long. */
const MOST = 10_000
const KEEP = 3_600_000
/** So many of the latest are kept back to see how often the rest would have been right. */
const KEPT_BACK = 500

/** What the words of past tickets say about categories. It is learnt beside the work: until then nothing is suggested. */
export class Learnt {
  private model: LearntCategories | undefined
  private learntAt = -Infinity
  private learning: Promise<void> | undefined

  constructor(private readonly db: Database) {}

  /** What the words of a new ticket speak for; undefined where the design does not ask, or nothing is learnt yet. */
  suggest(design: CompiledDesign, item: string, text: string): Suggestion | undefined {
    if (!design.design.triage.learnt?.items.includes(item)) return undefined
    if (machineNow() - this.learntAt > KEEP) void this.learn()
    return this.model?.suggest(text)
  }

  /** Learns anew, once at a time. */
  learn(): Promise<void> {
    this.learning ??= this.readPast()
      .then((past) => {
        this.model = new LearntCategories(past)
        this.learntAt = machineNow()
      })
      .catch((error: Error) => log.warn({ error: error.message }, 'categories could not be learnt'))
      .finally(() => (this.learning = undefined))
    return this.learning
  }

  /** How often the words would have been right about the latest tickets, learnt from those before them. */
  async check() {
    const past = await this.readPast()
    const asked = past.slice(0, Math.min(KEPT_BACK, Math.floor(past.length / 5)))
    const model = new LearntCategories(past.slice(asked.length))
    const found = asked.map(({ category, text }) => ({ category, suggestion: model.suggest(text) }))
    return {
      learntFrom: model.tickets,
      asked: asked.length,
      from: [0.5, 0.7, 0.8, 0.9, 0.95].map((sure) => {
        const named = found.filter(({ suggestion }) => (suggestion?.confidence ?? 0) >= sure)
        const right = named.filter(({ category, suggestion }) => suggestion!.category === category).length
        return { sure, named: named.length, right }
      }),
    }
  }

  /** The latest tickets, the newest first, as they are sorted now: what people put right is learnt too. */
  private async readPast(): Promise<PastWords[]> {
    const rows = await this.db
      .selectFrom('ticket')
      .select([
        'summary',
        'category',
        (e) => e.ref('state', '->').key('answers').$castTo<Answers>().as('answers'),
      ])
      .orderBy('reference', 'desc')
      .limit(MOST)
      .execute()
    return rows.map(({ summary, category, answers }) => ({ category, text: textOf(summary, answers) }))
  }
}

/** The words of a ticket: its summary and what was answered in words. */
export function textOf(summary: string | undefined, answers: Answers): string {
  return [summary ?? '', ...Object.values(answers).filter((one) => typeof one === 'string')].join(' ')
}
