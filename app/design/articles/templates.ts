import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'templates',
  name: 'Messages in words',
  place: 80,
  component: defineAsyncComponent(() => import('~/places/design/templates/TemplatesArticle.vue')),
  needs: ['version'],
} satisfies Article
