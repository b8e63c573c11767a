import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'portals',
  name: 'Portals',
  place: 90,
  component: defineAsyncComponent(() => import('~/components/design/PortalsArticle.vue')),
  needs: ['directory'],
} satisfies Article
