import { keysOf } from '../lookup'
import type { CompiledDesign } from '../design'
import { rungMomentInWords } from '../ladder'
import { TABLE_ARTICLES } from '../reason'
import { say, type Key, type Language } from '../words'

type Naming = (design: CompiledDesign, id: string, hash: string, language: Language) => string | undefined

const named = (list: readonly { id: string; name: string }[] | undefined, id: string) =>
  list?.find((one) => one.id === id)?.name

const checklistNamed: Naming = (design, id, _, language) =>
  say(language, 'rule.checklist', { checklist: named(design.design.checklists, id) ?? id })

/** By the first part of an address: what the rule is called there. */
const NAMING: Record<string, Naming> = {
  triage: (design, article, hash, language) => {
    if (article === 'source-order')
      return say(language, hash ? 'rule.source' : 'rule.noSource', { source: sourceName(hash, language) })
    const { triage } = design.design
    if (article === 'signals')
      return say(language, 'rule.signal', { signal: named(triage.signals?.kinds, hash) ?? hash })
    if (article === 'who-gets-it') return say(language, 'rule.whoGetsIt')
    const name = keysOf(TABLE_ARTICLES).find((one) => TABLE_ARTICLES[one] === `triage/${article}`)
    const table = name && triage[name]
    if (!table) return undefined
    if (!hash) return say(language, 'rule.noRow', { table: table.name })
    const place = table.rows.findIndex((one) => one.id === hash)
    return place < 0
      ? say(language, 'rule.rowGone', { table: table.name })
      : say(language, 'rule.row', { number: place + 1, table: table.name })
  },
  catalog: (design, id, _, language) => say(language, 'rule.item', { item: design.findItem(id)?.name ?? id }),
  portals: (design, id, _, language) =>
    say(language, 'rule.portal', { portal: design.findPortal(id)?.name ?? id }),
  kinds: (design, id, _, language) => say(language, 'rule.kind', { kind: design.findKind(id)?.name ?? id }),
  'service-levels': (design, id, _, language) =>
    say(language, 'rule.level', { level: named(design.design.serviceLevels, id) ?? id }),
  plans: (design, id, hash, language) =>
    id === 'checklists'
      ? checklistNamed(design, hash, '', language)
      : say(language, 'rule.plan', { plan: design.findPlan(id)?.name ?? id }),
  // As older releases wrote it.
  moves: (design, id, hash, language) =>
    checklistNamed(design, id.replace(/^checklist-/, ''), hash, language),
  ladders: (design, id, hash, language) => {
    const ladder = design.design.ladders.find((one) => one.id === id)
    const rung = ladder?.rungs.find((one) => one.id === hash)
    if (!ladder || !rung) return say(language, 'rule.rungGone', { ladder: ladder?.name ?? id })
    const moment = rungMomentInWords(design.targetName(ladder.target), rung.moment)
    return say(language, 'rule.rung', { ladder: ladder.name, moment })
  },
}

const sourceName = (source: string, language: Language) =>
  source ? say(language, `source.${source}` as Key) : ''

/**
 * What a rule of Design is called.
 * @param rule its address: `triage/where-it-goes#r2`
 * @param design the edition whose names count; what it does not have is called by its id
 * @example ruleInWords('triage/where-it-goes#r2', design) // row 2 of “Where it goes”
 */
export function ruleInWords(rule: string, design: CompiledDesign, language: Language = 'en'): string {
  const [path = '', hash = ''] = rule.split('#')
  const [part = '', ...rest] = path.split('/')
  const naming = Object.hasOwn(NAMING, part) ? NAMING[part] : undefined
  return naming?.(design, rest.join('/'), hash, language) ?? rule
}
