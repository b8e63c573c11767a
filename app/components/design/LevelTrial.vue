<script setup lang="ts">
import { tryLevels } from '~~/core/clock'
import { operatorInWords, valueInWords, type Facts, type Vocabulary } from '~~/core/condition'
import type { Design } from '~~/core/design'

// A trial against a ticket that exists: which level of this draft would apply, and which came close.
const props = defineProps<{ design: Design; words: Vocabulary }>()
const reference = ref('')
const ticket = ref<{ reference: number; summary: string; edition: number; facts: Facts }>()
const problem = ref('')

async function look() {
  problem.value = ''
  ticket.value = undefined
  if (!/^\d+$/.test(reference.value.trim())) {
    problem.value = 'Write the number of a ticket.'
    return
  }
  try {
    ticket.value = await api('GET /api/tickets/{reference}/facts', {
      path: { reference: Number(reference.value) },
    })
  } catch (error) {
    problem.value = asApiError(error).problem.detail
  }
}
const trials = computed(() => {
  const facts = ticket.value?.facts
  const priority = props.design.priorities.find((one) => one.id === facts?.priority)
  return facts && priority ? tryLevels(props.design.serviceLevels, facts, priority) : []
})
const name = (id: string) => props.design.serviceLevels.find((one) => one.id === id)?.name ?? id
const label = (level: string, target: string) =>
  props.design.serviceLevels.find((one) => one.id === level)?.targets.find((one) => one.target === target)
    ?.label ?? target
</script>

<template>
  <section aria-labelledby="level-trial">
    <h2 id="level-trial">A trial</h2>
    <form class="ask" @submit.prevent="look">
      <label for="trial-ticket">Which level would ticket</label>
      <input
        id="trial-ticket"
        v-model="reference"
        inputmode="numeric"
        size="7"
        aria-describedby="trial-problem"
      />
      <span>get from this design?</span>
      <button class="act" type="submit">Try</button>
    </form>
    <p id="trial-problem" class="error-text" role="alert">{{ problem }}</p>
    <template v-if="ticket">
      <p>
        <NuxtLink :to="`/desk/${ticket.reference}`" class="num">{{ ticket.reference }}</NuxtLink>
        {{ ticket.summary }}
        <span class="quiet">· decided by edition {{ ticket.edition }}</span>
      </p>
      <table class="ledger-table">
        <thead>
          <tr>
            <th>Level</th>
            <th>Would</th>
            <th>Missing</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in trials" :key="one.level" :class="{ quiet: !one.promises.length }">
            <td>{{ name(one.level) }}</td>
            <td>
              <b v-if="one.promises.length"
                >promise {{ one.promises.map((target) => label(one.level, target)).join(', ') }}</b
              >
              <template v-else-if="one.holds">apply, but all is promised already</template>
              <template v-else-if="one.missing.length < one.tests">nearly apply</template>
              <template v-else>not apply</template>
            </td>
            <td>
              <div v-for="(test, index) in one.missing" :key="index">
                {{ words.fact(test.fact) }} {{ operatorInWords(test.op) }} {{ valueInWords(test, words) }},
                but it is “{{
                  ticket.facts[test.fact] == null
                    ? 'empty'
                    : words.value(test.fact, ticket.facts[test.fact]!)
                }}”
              </div>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>

<style scoped>
h2 {
  margin-top: 18px;
  border-bottom: 3px double var(--rule-2);
}
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  margin-top: 8px;
}
.ask input {
  font: 0.93rem var(--mono);
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 4px 6px;
}
.ledger-table {
  max-width: 900px;
}
</style>
