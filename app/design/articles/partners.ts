import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'partners',
  name: 'Partner desks',
  place: 95,
  component: defineAsyncComponent(() => import('~/places/design/partners/PartnersArticle.vue')),
  chooses: ['people'],
  each: {
    component: defineAsyncComponent(() => import('~/places/design/partners/OnePartner.vue')),
    needs: ['directory', 'version'],
  },
} satisfies Article
