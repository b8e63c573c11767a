import { defineAsyncComponent } from 'vue'
import { PLANS, type Article } from '../article'

export default {
  path: 'plans/checklists',
  name: 'Checklists',
  place: 1,
  part: PLANS,
  component: defineAsyncComponent(() => import('~/places/design/checklists/ChecklistsArticle.vue')),
  chooses: ['teams'],
  needs: ['directory'],
  note: 'checklists: tasks, what they ask for, what became of them',
} satisfies Article
