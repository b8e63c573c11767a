import { defineAsyncComponent } from 'vue'
import { TRIAGE, type Article } from '../article'

export default {
  path: 'triage/source-order',
  name: 'Source order',
  place: 5,
  part: TRIAGE,
  component: defineAsyncComponent(() => import('~/places/design/triage/SourceOrderArticle.vue')),
  chooses: ['teams', 'sites', 'organisations'],
  needs: ['names', 'directory', 'version'],
} satisfies Article
