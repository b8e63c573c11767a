import { defineAsyncComponent } from 'vue'
import { PLANS, type Article } from '../article'

export default {
  path: 'plans',
  name: 'Plans',
  place: 2,
  part: PLANS,
  component: defineAsyncComponent(() => import('~/places/design/plans/PlansArticle.vue')),
  chooses: ['teams'],
  needs: ['directory'],
  each: {
    component: defineAsyncComponent(() => import('~/places/design/plans/PlanArticle.vue')),
    needs: ['directory'],
  },
  note: 'plans: stages, tasks, approvals',
} satisfies Article
