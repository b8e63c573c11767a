import type { Database } from '../db/connection'
import type { Desk } from '../commands/desk'
import { deskNow } from '../clock/deskClock'

/** How the monitor stand-in answers when it is asked to set something right itself. */
export interface MonitorFaults {
  fixes: 'works' | 'fails' | 'silent'
}

const KEY = 'standin.monitor'

export async function monitorFaults(db: Database): Promise<MonitorFaults> {
  const row = await db.selectFrom('setting').select('value').where('key', '=', KEY).executeTakeFirst()
  return (row?.value as MonitorFaults | undefined) ?? { fixes: 'works' }
}

export async function setMonitorFaults(db: Database, faults: MonitorFaults): Promise<MonitorFaults> {
  await db
    .insertInto('setting')
    .values({ key: KEY, value: JSON.stringify(faults) })
    .onConflict((on) => on.column('key').doUpdateSet({ value: JSON.stringify(faults) }))
    .execute()
  return faults
}

export interface FixRequest {
  reference: number
  source: string
  subject: string | null
  kind: string
}

/** Asks the monitor to set a fault right, and notes on the ticket what came of it. */
export async function tryFix(desk: Desk, { reference, source, subject, kind }: FixRequest): Promise<void> {
  const design = await desk.knowledge.currentEdition()
  const known = design.design.triage.signals?.kinds.find((one) => one.id === kind)
  const { fixes } = await monitorFaults(desk.db)
  const what = subject ?? source
  const actor = { system: 'signals' }
  const said: Record<MonitorFaults['fixes'], string> = {
    works: `First fix tried: the monitor restarted ${what} and says that it worked.`,
    fails: `First fix tried: the monitor restarted ${what}, which did not help.`,
    silent: `First fix tried: the monitor did not answer, so nothing was done to ${what}.`,
  }
  await desk.run(reference, { kind: 'note', text: said[fixes] }, actor)
  if (fixes !== 'works' || !known?.clears) return
  await desk.signals.add([
    {
      source,
      // One fix for one ticket: if this is done twice after a crash, it is the same signal.
      id: `fixed-${reference}`,
      type: known.clears.replace(/\*$/, 'fixed'),
      ...(subject !== null && { subject }),
      at: deskNow(),
      text: 'restarted by the monitor',
    },
  ])
}
