import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'portals',
  name: 'Portals',
  place: 90,
  component: defineAsyncComponent(() => import('~/places/design/portals/PortalsArticle.vue')),
  needs: ['directory'],
  chooses: ['organisations', 'teams', 'people', 'sites'],
  each: {
    component: defineAsyncComponent(() => import('~/places/design/portals/OnePortal.vue')),
    needs: ['directory'],
  },
} satisfies Article
