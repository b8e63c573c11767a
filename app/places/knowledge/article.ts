export type Article = AnswerOf<'GET /api/articles/{article}'>

/** An article as it is sent to be kept: whoever changes one part of it leaves the others. */
export const asItIs = ({
  title,
  body,
  keywords,
  audience,
  team,
  portals,
  files,
  draft,
  version,
}: Article) => ({
  ...{ title, body, keywords, audience, team, portals, draft, version },
  files: files.map((one) => one.id),
})
