export { namesOf, type Names } from '~~/core/design'

export type DirectoryPage = AnswerOf<'GET /api/directory'>
