/**
 * Where a rule stands in Design.
 * @param article the end of its address: `triage/where-it-goes#r2`
 * @param edition in which it is read; the draft if left out
 */
export function ruleAddress(article: string, edition?: number) {
  // As older releases wrote where a checklist stands.
  const [path, hash] = article.replace(/^moves\/checklist-/, 'plans/checklists#').split('#')
  return {
    path: `/design/${path}`,
    ...(edition !== undefined && { query: { edition } }),
    hash: hash ? `#${hash}` : '',
  }
}
