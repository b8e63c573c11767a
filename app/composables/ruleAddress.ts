/**
 * Where a rule stands in Design.
 * @param article the end of its address: `triage/where-it-goes#r2`
 * @param edition in which it is read; the draft if left out
 */
export function ruleAddress(article: string, edition?: number) {
  const [path, hash] = article.split('#')
  return {
    path: `/design/${path}`,
    ...(edition !== undefined && { query: { edition } }),
    hash: hash ? `#${hash}` : '',
  }
}
