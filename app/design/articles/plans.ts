import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'plans',
  name: 'Plans',
  place: 65,
  component: defineAsyncComponent(() => import('~/places/design/plans/PlansArticle.vue')),
  chooses: ['teams'],
  needs: ['directory'],
  each: {
    component: defineAsyncComponent(() => import('~/places/design/plans/PlanArticle.vue')),
    needs: ['directory'],
  },
  note: 'plans: stages, tasks, approvals',
} satisfies Article
