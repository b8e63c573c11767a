import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'languages',
  name: 'Languages',
  place: 100,
  component: defineAsyncComponent(() => import('~/components/design/LanguagesArticle.vue')),
} satisfies Article
