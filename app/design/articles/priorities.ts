import { defineAsyncComponent } from 'vue'
import { TRIAGE, type Article } from '../article'

export default {
  path: 'triage/priorities',
  name: 'Priorities',
  place: 2,
  part: TRIAGE,
  component: defineAsyncComponent(() => import('~/places/design/priorities/PrioritiesArticle.vue')),
} satisfies Article
