import { defineAsyncComponent } from 'vue'
import { TRIAGE, type Article } from '../article'

export default {
  path: 'triage/signals',
  name: 'Signals',
  place: 9,
  part: TRIAGE,
  component: defineAsyncComponent(() => import('~/places/design/signals/SignalsArticle.vue')),
  chooses: ['sites', 'organisations', 'covers', 'people'],
  needs: ['names'],
  note: 'signal map',
} satisfies Article
