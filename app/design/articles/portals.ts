import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'portals',
  name: 'Portals',
  place: 90,
  component: defineAsyncComponent(() => import('~/components/design/PortalsArticle.vue')),
  chooses: ['organisations', 'teams', 'people', 'sites'],
  needs: ['directory'],
} satisfies Article
