import { defineAsyncComponent } from 'vue'
import { TRIAGE, type Article } from '../article'

export default {
  path: 'triage/skills',
  name: 'Who knows what',
  place: 7,
  part: TRIAGE,
  component: defineAsyncComponent(() => import('~/places/design/tables/TableArticle.vue')),
  chooses: ['skills', 'queues', 'teams', 'sites', 'organisations', 'covers'],
  needs: ['names', 'directory', 'version'],
  props: { part: 'skills' },
} satisfies Article
