import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'kinds',
  name: 'Ticket kinds',
  place: 20,
  component: defineAsyncComponent(() => import('~/components/design/KindsArticle.vue')),
  chooses: ['desks', 'teams', 'roles'],
  needs: ['directory'],
  each: {
    component: defineAsyncComponent(() => import('~/components/design/KindArticle.vue')),
    needs: ['directory'],
  },
} satisfies Article
