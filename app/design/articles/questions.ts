import { defineAsyncComponent } from 'vue'
import type { Article } from '../article'

export default {
  path: 'questions',
  name: 'Questions',
  place: 15,
  component: defineAsyncComponent(() => import('~/places/design/questions/QuestionsArticle.vue')),
  each: {
    component: defineAsyncComponent(() => import('~/places/design/questions/QuestionArticle.vue')),
  },
} satisfies Article
