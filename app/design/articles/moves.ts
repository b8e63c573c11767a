import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'moves',
  name: 'Moves and Bench',
  place: 70,
  component: defineAsyncComponent(() => import('~/places/design/moves/MovesArticle.vue')),
  chooses: ['teams', 'roles'],
  needs: ['directory'],
  note: 'moves, shelves, replies and Bench',
} satisfies Article
