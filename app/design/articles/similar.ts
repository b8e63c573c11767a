import { defineAsyncComponent } from 'vue'
import { TRIAGE, type Article } from '../article'

export default {
  path: 'triage/similar',
  name: 'Similar tickets',
  place: 10,
  part: TRIAGE,
  component: defineAsyncComponent(() => import('~/places/design/similar/SimilarArticle.vue')),
  note: 'how alike tickets must be',
} satisfies Article
