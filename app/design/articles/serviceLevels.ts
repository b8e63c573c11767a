import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'service-levels',
  name: 'Service levels',
  place: 50,
  component: defineAsyncComponent(() => import('~/components/design/LevelsArticle.vue')),
  chooses: ['covers'],
  needs: ['directory'],
} satisfies Article
