import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'working-time',
  name: 'Working time',
  place: 40,
  component: defineAsyncComponent(() => import('~/components/design/CalendarsArticle.vue')),
  chooses: ['sites'],
  needs: ['directory'],
  each: {
    component: defineAsyncComponent(() => import('~/components/design/CalendarArticle.vue')),
    needs: ['directory'],
  },
} satisfies Article
