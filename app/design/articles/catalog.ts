import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'catalog',
  name: 'Catalog and forms',
  place: 10,
  component: defineAsyncComponent(() => import('~/components/design/CatalogArticle.vue')),
  chooses: ['desks'],
  each: {
    component: defineAsyncComponent(() => import('~/components/design/ItemArticle.vue')),
    needs: ['directory'],
  },
} satisfies Article
