import { defineAsyncComponent } from 'vue'
import { TRIAGE, type Article } from '../article'

export default {
  path: 'triage/what',
  name: 'What it is',
  place: 3,
  part: TRIAGE,
  component: defineAsyncComponent(() => import('~/places/design/tables/TableArticle.vue')),
  chooses: ['sites', 'organisations', 'covers', 'people'],
  needs: ['names', 'directory', 'version'],
  props: { part: 'what' },
} satisfies Article
