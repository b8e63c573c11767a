<script setup lang="ts">
import type { LearntRules } from '~~/core/design'
import type { ArticleProps } from '~/composables/useDraft'

// For which items the words of past tickets tell the category, and how sure they must be; with how often they were right.
const props = defineProps<ArticleProps>()
const rules = computed<LearntRules>(() => props.design.triage.learnt ?? { items: [], suggestFrom: 0.7 })
const save = (after: LearntRules) =>
  props.change('triage', 'learnt', props.design.triage.learnt ?? null, after.items.length ? after : null)
const setItem = (id: string, on: boolean) =>
  save({
    ...rules.value,
    items: on ? [...rules.value.items, id] : rules.value.items.filter((one) => one !== id),
  })
const percent = (share?: number) => (share === undefined ? '' : String(Math.round(share * 100)))
const shareOf = (event: Event) => {
  const text = typedIn(event).trim()
  return text === '' ? undefined : Number(text) / 100
}
function setActFrom(event: Event) {
  const actFrom = shareOf(event)
  const { actFrom: _, ...rest } = rules.value
  void save({ ...rest, ...(actFrom !== undefined && { actFrom }) })
}
type Check = AnswerOf<'GET /api/triage/learnt'>
const deed = useDeed()
const check = ref<Check>()
const look = async () => (check.value = await deed.run(() => api('GET /api/triage/learnt')))
</script>

<template>
  <section class="learnt" aria-labelledby="learnt">
    <h2 id="learnt">Learnt from past tickets</h2>
    <p class="quiet">
      Where no row fits, the words of a ticket may tell its category. Choose the items that people take for
      anything; the because names the words that spoke for it.
    </p>
    <p class="line">
      <label v-for="one in design.items" :key="one.id"
        ><input
          type="checkbox"
          :checked="rules.items.includes(one.id)"
          :disabled="readonly"
          @change="setItem(one.id, isTicked($event))"
        />
        {{ one.name }}</label
      >
    </p>
    <p v-if="rules.items.length" class="line">
      <label
        >It is named from
        <input
          class="num"
          type="number"
          min="1"
          max="100"
          :value="percent(rules.suggestFrom)"
          :disabled="readonly"
          @change="save({ ...rules, suggestFrom: shareOf($event) ?? 0.7 })"
        />
        % sure on</label
      >
      <label
        >and decides from
        <input
          class="num"
          type="number"
          min="1"
          max="100"
          placeholder="never"
          :value="percent(rules.actFrom)"
          :disabled="readonly"
          @change="setActFrom"
        />
        % sure on</label
      >
    </p>
    <p v-if="!readonly">
      <button class="act" type="button" :disabled="deed.busy.value" @click="look">
        {{ deed.busy.value ? 'Looking …' : 'How often would it have been right?' }}
      </button>
    </p>
    <p v-if="deed.error.value" class="error-text" role="alert">{{ deed.error.value.problem.detail }}</p>
    <template v-if="check">
      <p v-if="!check.asked">There are too few tickets to learn from yet.</p>
      <table v-else class="ledger-table narrow">
        <caption class="small quiet">
          The latest
          {{
            check.asked
          }}
          tickets, asked after learning from the
          {{
            check.learntFrom
          }}
          before them
        </caption>
        <thead>
          <tr>
            <th class="n">Sure from</th>
            <th class="n">Tickets it would name</th>
            <th class="n">of which right</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in check.from" :key="one.sure">
            <td class="n">{{ percent(one.sure) }} %</td>
            <td class="n">{{ one.named }}</td>
            <td class="n">{{ one.named ? `${percent(one.right / one.named)} %` : '–' }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>

<style scoped>
.learnt {
  margin-top: 18px;
}
h2 {
  font-size: 1.1rem;
  margin: 0 0 2px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
}
.narrow {
  max-width: 460px;
}
caption {
  text-align: left;
}
input[type='number'] {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 2px 5px;
  width: 72px;
}
</style>
