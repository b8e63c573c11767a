import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'working-time',
  name: 'Working time',
  place: 40,
  component: defineAsyncComponent(() => import('~/places/design/calendars/CalendarsArticle.vue')),
  chooses: ['sites'],
  needs: ['directory'],
  each: {
    component: defineAsyncComponent(() => import('~/places/design/calendars/CalendarArticle.vue')),
    needs: ['directory'],
  },
} satisfies Article
