import type { MailHeader } from './automatic'
import { oneAt } from '../lookup'

/**
 * Why the address of a sender is not to be believed, by what the receiving server found (Authentication-Results, RFC
 * 8601); undefined where it found nothing against it, or looked at nothing.
 * @param header the topmost field of each name: the receiving server writes its own on top
 * @param server the name (authserv-id) by which that server signs its results; any topmost field is taken if left out
 */
export function unprovenBecause(header: MailHeader, server?: string): string | undefined {
  const results = header.get('authentication-results')
  if (!results) return undefined
  const [by = '', ...methods] = results.split(';')
  const name = by.trim().split(/\s/)[0] ?? ''
  if (server && name.toLowerCase() !== server.toLowerCase()) return undefined
  const found = new Map(
    methods.flatMap((one) => {
      const match = /^\s*([a-z0-9-]+)\s*=\s*([a-z]+)/i.exec(one)
      return match ? [[oneAt(match, 1).toLowerCase(), oneAt(match, 2).toLowerCase()] as const] : []
    }),
  )
  if (found.get('dmarc') === 'pass') return undefined
  if (found.get('dmarc') === 'fail')
    return 'the receiving server found that its sender is not who it says (dmarc=fail)'
  const failed = ['dkim', 'spf'].filter((one) =>
    ['fail', 'softfail', 'permerror'].includes(found.get(one) ?? ''),
  )
  const passed = ['dkim', 'spf'].some((one) => found.get(one) === 'pass')
  if (!failed.length || passed) return undefined
  return `the receiving server could not prove its sender (${failed.map((one) => `${one}=${found.get(one)}`).join(', ')})`
}
