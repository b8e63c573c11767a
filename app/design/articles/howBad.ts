import { defineAsyncComponent } from 'vue'
import { TRIAGE, type Article } from '../article'

export default {
  path: 'triage/how-bad',
  name: 'How bad, how soon',
  place: 4,
  part: TRIAGE,
  component: defineAsyncComponent(() => import('~/places/design/tables/TableArticle.vue')),
  chooses: ['sites', 'organisations', 'covers', 'people'],
  needs: ['names', 'directory', 'version'],
  props: { part: 'weight' },
} satisfies Article
