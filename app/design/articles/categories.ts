import { defineAsyncComponent } from 'vue'
import { TRIAGE, type Article } from '../article'

export default {
  path: 'triage/categories',
  name: 'Categories',
  place: 1,
  part: TRIAGE,
  component: defineAsyncComponent(() => import('~/components/design/CategoriesArticle.vue')),
  chooses: ['teams', 'queues'],
  needs: ['names'],
} satisfies Article
