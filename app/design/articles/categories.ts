import { defineAsyncComponent } from 'vue'
import { TRIAGE, type Article } from '../article'

export default {
  path: 'triage/categories',
  name: 'Categories',
  place: 1,
  part: TRIAGE,
  component: defineAsyncComponent(() => import('~/places/design/categories/CategoriesArticle.vue')),
  chooses: ['teams', 'queues'],
  needs: ['names', 'directory'],
} satisfies Article
