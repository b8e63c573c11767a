<script setup lang="ts">
import { articleOf, formsAsking, removeQuestion, usesOfAnswer, type DesignStep } from '~~/core/design'
import { QUESTION_TYPES, type Question } from '~~/core/intake'
import { LANGUAGE_NAMES } from '~~/core/words'
import type { EachProps } from '~/composables/useDraft'
import { ask } from '~/kit/asking'
import { toast } from '~/kit/toast'
import { alikeOf, languagesOffered } from './library'

// One question of the library: what it asks, which forms ask it, what goes by its answer, and how it reads elsewhere.
const props = defineProps<EachProps>()
const route = useRoute()
const question = computed(() => props.design.questions.find((one) => one.name === props.id))
const forms = computed(() => formsAsking(props.design, props.id))
const uses = computed(() => usesOfAnswer(props.design, props.id))
const alike = computed(() => (question.value ? alikeOf(props.design, question.value) : []))
const languages = computed(() => languagesOffered(props.design))
const itemsOf = (form: string) => props.design.items.filter((one) => one.form === form)
const library = computed(() => ({ path: '/design/questions', query: route.query }))

const put = (after: Question) => props.change('questions', props.id, question.value, after)

const replacing = ref(false)
const other = ref<string | null>(null)
function offer(name: string | null) {
  other.value = name
  replacing.value = true
}
async function replace(steps: DesignStep[], by: Question) {
  if (!(await props.changeAll(steps))) return
  replacing.value = false
  toast(`“${by.label}” is asked in its place.`)
  await navigateTo({ path: `/design/questions/${by.name}`, query: route.query })
}
async function remove(event: Event) {
  const { steps } = removeQuestion(props.design, props.id)
  const where = forms.value.length ? ` and out of ${counted(forms.value.length, 'form')}` : ''
  const isMeant = await ask({
    at: event.currentTarget as HTMLElement,
    says: `Take this question out of the library${where}? Tickets that exist keep their answers; it can be undone in the draft.`,
    verb: 'Take it out',
  })
  if (!isMeant) return
  if (await props.changeAll(steps)) await navigateTo(library.value)
}
</script>

<template>
  <div>
    <p>
      <NuxtLink :to="library">← {{ heading }}</NuxtLink>
    </p>
    <template v-if="!question">
      <h1>There is no such question</h1>
      <p>It was taken out of the draft, or never was in it.</p>
    </template>
    <template v-else>
      <h1>{{ question.type === 'explanation' ? 'An explanation' : question.label }}</h1>
      <p class="quiet">
        {{
          question.type === 'explanation'
            ? 'Is read, not answered'
            : `Answer: ${QUESTION_TYPES[question.type].name}`
        }}
        · rules know it as <code>form.{{ id }}</code>
      </p>
      <FindingsAt :findings="findings" :place="`questions/${id}`" />
      <p v-if="forms.length > 1" class="notice">
        {{ counted(forms.length, 'form') }} ask this: what is changed here changes in all of them.
      </p>
      <div class="two">
        <section aria-labelledby="asks">
          <h2 id="asks">What it asks</h2>
          <QuestionTerms :question="question" :disabled="readonly" @change="put" />
        </section>
        <div>
          <section aria-labelledby="asked-in">
            <h2 id="asked-in">Asked in</h2>
            <ul v-if="forms.length">
              <li v-for="form in forms" :key="form.id">
                <template v-for="(item, at) in itemsOf(form.id)" :key="item.id"
                  ><template v-if="at">, </template
                  ><NuxtLink
                    :to="{ path: `/design/catalog/${item.id}`, hash: `#${id}`, query: route.query }"
                    >{{ item.name }}</NuxtLink
                  ></template
                ><template v-if="!itemsOf(form.id).length">{{ form.name }} (no item has this form)</template>
              </li>
            </ul>
            <p v-else class="quiet">No form asks it.</p>
          </section>
          <section aria-labelledby="goes-by">
            <h2 id="goes-by">Goes by its answer</h2>
            <ul v-if="uses.length">
              <li v-for="one in uses" :key="one.place">
                <NuxtLink :to="{ ...ruleAddress(articleOf(design, one.place)), query: route.query }">{{
                  one.words
                }}</NuxtLink>
              </li>
            </ul>
            <p v-else class="quiet">Nothing. People read the answer, no rule does.</p>
          </section>
          <section v-if="alike.length" aria-labelledby="alike">
            <h2 id="alike">Asked much the same</h2>
            <ul>
              <li v-for="one in alike" :key="one.name">
                <NuxtLink :to="{ path: `/design/questions/${one.name}`, query: route.query }">{{
                  one.label
                }}</NuxtLink>
                <span class="quiet"> ({{ QUESTION_TYPES[one.type].name }})</span>{{ ' ' }}
                <KitButton
                  v-if="!readonly && one.type === question.type"
                  kind="link"
                  :aria-label="`Put “${one.label}” in its place`"
                  @click="offer(one.name)"
                  >put it in place of this …</KitButton
                >
              </li>
            </ul>
          </section>
        </div>
      </div>
      <section v-for="language in languages" :key="language" :aria-labelledby="`in-${language}`">
        <h2 :id="`in-${language}`">In {{ LANGUAGE_NAMES[language] }}</h2>
        <QuestionTexts
          :question="question"
          :language="language"
          :design="design"
          :readonly="readonly"
          @change="(before, after) => change('translations', language, before, after)"
        />
      </section>
      <p v-if="!readonly" class="acts">
        <KitButton kind="plain" @click="offer(null)">Put another in its place …</KitButton>
        <KitButton kind="danger" :disabled="uses.length > 0" @click="remove">Take it out …</KitButton>
        <span v-if="uses.length" class="quiet small"
          >It cannot be taken out while rules go by its answer.</span
        >
      </p>
      <ReplaceQuestion
        v-model:shown="replacing"
        v-model:other="other"
        :question="question"
        :design="design"
        @replace="replace"
      />
    </template>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 560px) minmax(240px, 1fr);
  gap: 0 36px;
}
h2 {
  margin: 12px 0 6px;
}
ul {
  padding-left: 18px;
  margin: 4px 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin-top: 18px;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
