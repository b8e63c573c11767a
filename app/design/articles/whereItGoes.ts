import { defineAsyncComponent } from 'vue'
import { TRIAGE, type Article } from '../article'

export default {
  path: 'triage/where-it-goes',
  name: 'Where it goes',
  place: 6,
  part: TRIAGE,
  component: defineAsyncComponent(() => import('~/places/design/tables/TableArticle.vue')),
  chooses: ['queues', 'teams', 'sites', 'organisations', 'covers', 'people'],
  needs: ['names', 'directory', 'version'],
  props: { part: 'routing' },
} satisfies Article
