<script setup lang="ts">
import type { LearntRules } from '~~/core/design'
import type { ArticleProps } from '~/composables/useDraft'

// For which items the words of past tickets tell the category, and how sure they must be; with how often they were right.
const props = defineProps<ArticleProps>()
const rules = computed<LearntRules>(() => props.design.triage.learnt ?? { items: [], suggestFrom: 0.7 })
const save = (after: LearntRules) =>
  props.change('triage', 'learnt', props.design.triage.learnt ?? null, after.items.length ? after : null)
const percent = (share?: number) => (share === undefined ? '' : String(Math.round(share * 100)))
const inPercent = (share?: number) => (share === undefined ? null : Math.round(share * 100))
function setActFrom(percents: number | null) {
  const { actFrom: _, ...rest } = rules.value
  void save({ ...rest, ...(percents !== null && { actFrom: percents / 100 }) })
}
type Check = AnswerOf<'GET /api/triage/learnt'>
const deed = useDeed()
const check = ref<Check>()
const HEADS = [
  { label: 'Sure from', figures: true },
  { label: 'Tickets it would name', figures: true },
  { label: 'of which right', figures: true },
]
const look = async () => (check.value = await deed.run(() => api('GET /api/triage/learnt')))
</script>

<template>
  <section class="learnt" aria-labelledby="learnt">
    <h2 id="learnt">Learnt from past tickets</h2>
    <p class="quiet">
      Where no row fits, the words of a ticket may tell its category. Choose the items that people take for
      anything; the because names the words that spoke for it.
    </p>
    <KitManyChoices
      class="items"
      label="Items of which the category is learnt"
      placeholder="none"
      :model-value="rules.items"
      :options="named(design.items)"
      :disabled="readonly"
      @update:model-value="save({ ...rules, items: [...$event] })"
    />
    <div v-if="rules.items.length" class="line">
      <KitNumber
        label="It is named from so sure on"
        unit="%"
        :min="1"
        :max="100"
        :model-value="inPercent(rules.suggestFrom)"
        :disabled="readonly"
        :commit="(sure: number | null) => save({ ...rules, suggestFrom: (sure ?? 70) / 100 })"
      />
      <KitNumber
        label="and decides from"
        unit="%"
        placeholder="never"
        :min="1"
        :max="100"
        :model-value="inPercent(rules.actFrom)"
        :disabled="readonly"
        :commit="setActFrom"
      />
    </div>
    <p v-if="!readonly">
      <KitButton :busy="deed.busy.value" @click="look">
        {{ deed.busy.value ? 'Looking …' : 'How often would it have been right?' }}
      </KitButton>
    </p>
    <KitError :error="deed.error.value" />
    <template v-if="check">
      <p v-if="!check.asked">There are too few tickets to learn from yet.</p>
      <template v-else>
        <p class="small quiet">
          The latest {{ check.asked }} tickets, asked after learning from the {{ check.learntFrom }} before
          them
        </p>
        <LedgerTable class="narrow" :heads="HEADS">
          <tr v-for="one in check.from" :key="one.sure">
            <td class="n">{{ percent(one.sure) }} %</td>
            <td class="n">{{ one.named }}</td>
            <td class="n">{{ one.named ? `${percent(one.right / one.named)} %` : '–' }}</td>
          </tr>
        </LedgerTable>
      </template>
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
.items {
  max-width: 460px;
}
</style>
