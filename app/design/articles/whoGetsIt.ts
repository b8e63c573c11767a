import { defineAsyncComponent } from 'vue'
import { TRIAGE, type Article } from '../article'

export default {
  path: 'triage/who-gets-it',
  name: 'Who gets it',
  place: 8,
  part: TRIAGE,
  component: defineAsyncComponent(() => import('~/places/design/triage/AssignmentArticle.vue')),
  chooses: ['teams', 'people', 'skills'],
  needs: ['directory', 'version'],
} satisfies Article
