import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'languages',
  name: 'Languages',
  place: 100,
  component: defineAsyncComponent(() => import('~/places/design/languages/LanguagesArticle.vue')),
} satisfies Article
