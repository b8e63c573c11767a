import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'catalog',
  name: 'Catalog and forms',
  place: 10,
  component: defineAsyncComponent(() => import('~/places/design/catalog/CatalogArticle.vue')),
  needs: ['names', 'directory'],
  chooses: ['desks'],
  each: {
    component: defineAsyncComponent(() => import('~/places/design/catalog/ItemArticle.vue')),
    needs: ['directory'],
  },
} satisfies Article
