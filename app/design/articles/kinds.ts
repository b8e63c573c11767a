import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'kinds',
  name: 'Ticket kinds',
  place: 20,
  component: defineAsyncComponent(() => import('~/places/design/kinds/KindsArticle.vue')),
  chooses: ['desks', 'teams', 'roles'],
  needs: ['directory'],
  each: {
    component: defineAsyncComponent(() => import('~/places/design/kinds/KindArticle.vue')),
    needs: ['directory'],
  },
} satisfies Article
