<script setup lang="ts">
import { freeId } from '~~/core/naming'
import type { PageProps } from '~/composables/useDraft'
import type { Order } from '~/kit/column'
import { isOneOf } from '~~/core/lookup'
import { mayMakeQuestions, type FreshQuestion } from './fresh'
import { LISTED, libraryLines, listed, type Listed } from './library'

// The library: every question once, with who asks it and what goes by its answer.
const props = defineProps<PageProps>()
const route = useRoute()
const address = useAddress()

const lines = computed(() => libraryLines(props.design, props.findings))
const which = computed<Listed>(() => {
  const { show } = route.query
  return typeof show === 'string' && isOneOf(Object.keys(LISTED) as Listed[], show) ? show : 'all'
})
const options = computed(() =>
  Object.entries(LISTED).map(([value, { label, is }]) => ({
    value: value as Listed,
    label,
    note: String(lines.value.filter(is).length),
  })),
)
const words = ref(String(route.query.find ?? ''))
watch(words, (now) => void address('find', now.trim() || undefined))
const order = ref<Order>()
const found = computed(() => listed(lines.value, which.value, words.value, order.value))
const AT_ONCE = 100
const most = ref(AT_ONCE)
watch([which, words], () => (most.value = AT_ONCE))
const shown = computed(() => found.value.slice(0, most.value))
const left = computed(() => found.value.length - shown.value.length)

const COLUMNS = [
  { name: 'label', label: 'Question', sorts: true },
  { name: 'answer', label: 'Answer', sorts: true },
  { name: 'forms', label: 'Forms', sorts: true, figures: true },
  { name: 'uses', label: 'Go by it', sorts: true, figures: true },
  { name: 'state', label: 'To know' },
]
const to = (name: string) => ({ path: `/design/questions/${name}`, query: route.query })

const session = useSession()
/** Who may not make questions chooses from those that are there. */
const mayMake = computed(() => mayMakeQuestions(props.design, session))
const adding = ref(false)
async function add(fresh: FreshQuestion) {
  const name = freeId(fresh.label, (id) => props.design.questions.some((one) => one.name === id), 'question')
  if (await props.change('questions', name, null, { name, ...fresh })) await navigateTo(to(name))
}
function setQuestionsBy(isLimited: boolean) {
  const { questionsBy: _, ...desk } = props.design.desk
  const after = isLimited ? { ...desk, questionsBy: 'administrators' } : desk
  void props.change('desk', 'desk', props.design.desk, after)
}
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet intro">
      Every question stands here once, whatever forms ask it. Rules go by its answer: what two forms ask as
      one question, one rule decides.
    </p>
    <div class="tools">
      <KitText v-model="words" label="Look for" type="search" placeholder="words of a question" />
      <KitChoice
        label="Show"
        :model-value="which"
        :options="options"
        @update:model-value="address('show', $event && $event !== 'all' ? $event : undefined)"
      />
      <KitButton v-if="!readonly && mayMake" :aria-expanded="adding" @click="adding = !adding"
        >New question …</KitButton
      >
    </div>
    <NewQuestion
      v-if="adding"
      :library="design.questions"
      label="What is asked?"
      @add="add"
      @leave="adding = false"
      @instead="navigateTo(to($event.name))"
    />
    <FindingsAt :findings="findings" place="questions" />
    <KitTable
      v-if="shown.length"
      :rows="shown"
      :columns="COLUMNS"
      row-key="name"
      label="Questions"
      :order="order"
      :more="
        left ? `Show ${Math.min(left, AT_ONCE)} more of ${found.length.toLocaleString('en')}` : undefined
      "
      @order="order = $event"
      @more="most += AT_ONCE"
    >
      <template #cell-label="{ row }">
        <NuxtLink :to="to(row.name)">{{ row.label }}</NuxtLink>
      </template>
      <template #cell-forms="{ row }">{{ row.forms || '—' }}</template>
      <template #cell-uses="{ row }">{{ row.uses || '—' }}</template>
      <template #cell-state="{ row }">
        <span v-if="row.findings" class="found">{{ counted(row.findings, 'finding') }}</span>
        <span v-if="!row.forms" class="quiet">no form asks it</span>
        <span v-if="row.alike" class="quiet">{{ row.alike }} much alike</span>
        <span v-if="row.lacking" class="quiet">lacks words in {{ row.lacking }}</span>
      </template>
    </KitTable>
    <KitEmpty
      v-else-if="lines.length"
      says="No question is like this. Look for other words, or show all of them."
    />
    <KitEmpty
      v-else
      says="There are no questions yet. Make one here, or ask something new in the form of an item."
    />
    <KitCheckbox
      v-if="session.may('makeQuestions')"
      class="limit"
      label="Only administrators make new questions; leads choose from those that are there"
      :model-value="design.desk.questionsBy === 'administrators'"
      :disabled="readonly"
      @update:model-value="setQuestionsBy"
    />
  </div>
</template>

<style scoped>
.intro {
  max-width: 70ch;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: start;
}
.tools :deep(.kit-field) {
  margin-bottom: 8px;
  min-width: 220px;
}
.tools .kit-button {
  margin-top: 26px;
}
.found {
  color: var(--red);
}
td span + span::before {
  content: ' · ';
}
.limit {
  margin-top: 16px;
}
</style>
