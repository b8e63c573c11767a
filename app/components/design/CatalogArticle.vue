<script setup lang="ts">
import { factsOf, inWords, isTest, type Condition } from '~~/core/condition'
import type { CatalogItem, Form, FormQuestion, Question, QuestionType } from '~~/core/intake'
import type { ArticleProps } from '~/composables/useDraft'

const props = defineProps<ArticleProps & { id?: string }>()
const route = useRoute()
const item = computed(() => props.design.items.find((one) => one.id === props.id))
const form = computed(() => props.design.forms.find((one) => one.id === item.value?.form))
const sharers = computed(() =>
  props.design.items.filter((one) => one.form === form.value?.id && one.id !== props.id),
)
const question = (name: string) => props.design.questions.find((one) => one.name === name)
const items = (group: string) => props.design.items.filter((one) => one.group === group)

const TYPES: Record<QuestionType, string> = {
  text: 'text',
  longText: 'long text',
  number: 'number',
  choice: 'choice',
  manyChoices: 'many choices',
  yesNo: 'yes or no',
  date: 'date',
  explanation: 'explanation',
}

function setItem(change: Partial<CatalogItem>) {
  void props.change('items', item.value!.id, item.value, { ...item.value, ...change })
}
function setQuestion(name: string, change: Partial<Question>) {
  const before = question(name)!
  void props.change('questions', name, before, { ...before, ...change })
}
function setForm(step: number, index: number, change: (list: FormQuestion[]) => FormQuestion[]) {
  const before = form.value!
  const steps = before.steps.map((one, at) =>
    at === step ? { ...one, questions: change(one.questions) } : one,
  )
  void props.change('forms', before.id, before, { ...before, steps } satisfies Form)
}
function moveQuestion(step: number, index: number, by: number) {
  setForm(step, index, (list) => {
    const moved = [...list]
    const [one] = moved.splice(index, 1)
    moved.splice(index + by, 0, one!)
    return moved
  })
}
const spare = computed(() =>
  props.design.questions.filter(
    (one) => !form.value?.steps.some((step) => step.questions.some((asked) => asked.question === one.name)),
  ),
)

/** Everything in the design that asks for the answer of a question. */
function usedBy(name: string): string[] {
  const fact = `form.${name}`
  const uses = (condition: Condition | undefined) => Boolean(condition && factsOf(condition).includes(fact))
  const { triage, serviceLevels, ladders, forms } = props.design
  return [
    ...(triage.routing.columns.includes(fact) ? ['where it goes'] : []),
    ...(triage.weight.columns.includes(fact) ? ['how bad, how soon'] : []),
    ...serviceLevels.filter((one) => uses(one.when)).map((one) => `service level ${one.name}`),
    ...ladders.filter((one) => uses(one.when)).map((one) => `ladder ${one.name}`),
    ...forms.flatMap((one) =>
      one.steps.flatMap((step) =>
        step.questions
          .filter((asked) => uses(asked.showWhen))
          .map((asked) => `“${question(asked.question)?.label}”`),
      ),
    ),
  ]
}
const words = {
  fact: (name: string) => `“${question(name.slice(5))?.label ?? name}”`,
  value: (_: string, value: unknown) => (value === true ? 'yes' : value === false ? 'no' : String(value)),
}
/** A condition of one test on a number can be changed here by its number. */
const threshold = (condition?: Condition) => {
  const test = condition && 'all' in condition && condition.all.length === 1 ? condition.all[0]! : condition
  return test && isTest(test) && typeof test.value === 'number' ? test : undefined
}
function setThreshold(step: number, index: number, value: number) {
  setForm(step, index, (list) =>
    list.map((one, at) =>
      at === index ? { ...one, showWhen: { all: [{ ...threshold(one.showWhen)!, value }] } } : one,
    ),
  )
}
</script>

<template>
  <div v-if="!item">
    <h1>1 Catalog and forms</h1>
    <p class="quiet">
      What may be asked for, in the requester’s words, by group. Choose an item to change its words and its
      questions.
    </p>
    <section v-for="group in design.groups" :key="group.id">
      <h2>{{ group.name }}</h2>
      <table class="ledger-table">
        <tbody>
          <tr v-for="one in items(group.id)" :key="one.id">
            <td style="width: 40%">
              <NuxtLink :to="{ path: `/design/catalog/${one.id}`, query: route.query }">{{
                one.name
              }}</NuxtLink>
            </td>
            <td>{{ one.description }}</td>
            <td class="quiet">{{ one.portals.length ? one.portals.join(', ') : 'every portal' }}</td>
            <td><DesignMargin :findings="findings" :place="`catalog/${one.id}`" /></td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
  <div v-else>
    <p><NuxtLink :to="{ path: '/design/catalog', query: route.query }">← 1 Catalog and forms</NuxtLink></p>
    <h1>{{ item.name }}</h1>
    <DesignMargin :findings="findings" :place="`catalog/${item.id}`" />
    <div class="field">
      <label for="item-name">Name, as requesters read it</label
      ><InputText
        id="item-name"
        :model-value="item.name"
        :disabled="readonly"
        @change="setItem({ name: ($event.target as HTMLInputElement).value })"
      />
    </div>
    <div class="field">
      <label for="item-description">Description</label
      ><InputText
        id="item-description"
        :model-value="item.description"
        :disabled="readonly"
        @change="setItem({ description: ($event.target as HTMLInputElement).value })"
      />
    </div>
    <p class="quiet">
      Leads to a {{ design.kinds.find((one) => one.id === item!.kind)?.name }}; category {{ item.category }};
      form “{{ form?.name }}”<template v-if="sharers.length"
        >, shared with {{ sharers.map((one) => one.name).join(', ') }}: a change here changes it there
        too</template
      >.
    </p>
    <template v-if="form">
      <section v-for="(step, at) in form.steps" :key="step.title">
        <h2>{{ step.title }}</h2>
        <ol class="questions">
          <li v-for="(one, index) in step.questions" :id="one.question" :key="one.question">
            <template v-for="asked in [question(one.question)]" :key="asked?.name">
              <template v-if="asked">
                <div class="line">
                  <InputText
                    :model-value="asked.label"
                    :disabled="readonly"
                    :aria-label="`Words of question ${index + 1}`"
                    @change="setQuestion(asked.name, { label: ($event.target as HTMLInputElement).value })"
                  />
                  <span class="quiet">{{ TYPES[asked.type] }}</span>
                  <label class="choice"
                    ><input
                      type="checkbox"
                      :checked="one.required"
                      :disabled="readonly"
                      @change="
                        setForm(at, index, (list) =>
                          list.map((q, i) => (i === index ? { ...q, required: !q.required } : q)),
                        )
                      "
                    />
                    must be answered</label
                  >
                  <template v-if="!readonly">
                    <button
                      class="link"
                      type="button"
                      :disabled="index === 0"
                      :aria-label="`${asked.label}: up`"
                      @click="moveQuestion(at, index, -1)"
                    >
                      ↑
                    </button>
                    <button
                      class="link"
                      type="button"
                      :disabled="index === step.questions.length - 1"
                      :aria-label="`${asked.label}: down`"
                      @click="moveQuestion(at, index, 1)"
                    >
                      ↓
                    </button>
                    <button
                      class="link"
                      type="button"
                      :aria-label="`${asked.label}: do not ask here`"
                      @click="setForm(at, index, (list) => list.filter((_, i) => i !== index))"
                    >
                      ×
                    </button>
                  </template>
                </div>
                <p v-if="one.showWhen" class="small">
                  asked only when {{ inWords(one.showWhen, words) }}
                  <label v-if="threshold(one.showWhen) && !readonly">
                    · change the number:
                    <input
                      class="number"
                      type="number"
                      :value="threshold(one.showWhen)!.value as number"
                      @change="setThreshold(at, index, Number(($event.target as HTMLInputElement).value))"
                  /></label>
                </p>
                <p class="small quiet">
                  {{
                    usedBy(asked.name).length
                      ? `used by ${usedBy(asked.name).join(', ')}`
                      : 'nothing uses this'
                  }}
                </p>
                <DesignMargin :findings="findings" :place="`forms/${form!.id}#${one.question}`" />
                <DesignMargin :findings="findings" :place="`questions/${one.question}`" />
              </template>
            </template>
          </li>
        </ol>
        <div v-if="!readonly && spare.length" class="add">
          <label :for="`add-${at}`">Ask one more from the library:</label>
          <select
            :id="`add-${at}`"
            @change="
              setForm(at, 0, (list) => [
                ...list,
                { question: ($event.target as HTMLSelectElement).value, required: false },
              ])
            "
          >
            <option value="" disabled selected>choose a question</option>
            <option v-for="one in spare" :key="one.name" :value="one.name">{{ one.label }}</option>
          </select>
        </div>
      </section>
    </template>
  </div>
</template>

<style scoped>
h2 {
  margin-top: 18px;
  border-bottom: 3px double var(--rule-2);
  padding-bottom: 3px;
}
.questions {
  padding-left: 22px;
}
.questions li {
  padding: 10px 0;
  border-bottom: 1px dotted var(--rule);
}
.questions li:target {
  background: var(--sea-2);
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.line .p-inputtext {
  flex: 1;
  min-width: 240px;
}
.line .link {
  text-decoration: none;
  padding: 2px 6px;
  min-width: 26px;
  min-height: 26px;
}
p {
  margin: 3px 0;
}
.number {
  width: 64px;
}
.number,
.add select {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 2px 5px;
}
.add {
  padding: 10px 0;
}
</style>
