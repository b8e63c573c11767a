import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'service-levels',
  name: 'Service levels',
  place: 50,
  component: defineAsyncComponent(() => import('~/places/design/levels/LevelsArticle.vue')),
  chooses: ['covers'],
  needs: ['names', 'directory'],
} satisfies Article
