import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'ladders',
  name: 'Ladders and rota',
  place: 60,
  component: defineAsyncComponent(() => import('~/places/design/ladders/LaddersArticle.vue')),
  chooses: ['people', 'teams', 'queues', 'desks'],
  needs: ['directory', 'version'],
} satisfies Article
