import { defineAsyncComponent } from 'vue'
import { TRIAGE, type Article } from '../article'

export default {
  path: 'triage/rehearsal',
  name: 'Past tickets',
  place: 11,
  part: TRIAGE,
  component: defineAsyncComponent(() => import('~/places/design/triage/RehearsalArticle.vue')),
  needs: ['names', 'directory', 'version'],
  note: 'past tickets sorted by the draft',
} satisfies Article
