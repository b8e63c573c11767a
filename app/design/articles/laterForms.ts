import { defineAsyncComponent } from 'vue'
import { PLANS, type Article } from '../article'

export default {
  path: 'plans/forms',
  name: 'Later forms',
  place: 3,
  part: PLANS,
  component: defineAsyncComponent(() => import('~/places/design/plans/LaterForms.vue')),
  needs: ['directory'],
  note: 'forms that plans ask for, questions to others',
} satisfies Article
