<script setup lang="ts">
import { tryLevels } from '~~/core/clock'
import { inWords, type Facts, type Test, type Vocabulary } from '~~/core/condition'
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
/** A test that failed, and what the ticket has instead. */
function missed(test: Test): string {
  const value = ticket.value?.facts[test.fact] ?? null
  return `${inWords(test, props.words)}, but it is ${value === null ? 'empty' : `“${props.words.value(test.fact, value)}”`}`
}
</script>

<template>
  <section aria-labelledby="level-trial">
    <h2 id="level-trial">A trial</h2>
    <form class="ask" @submit.prevent="look">
      <KitText v-model="reference" label="Which level would ticket …" :error="problem || undefined" />
      <span>get from this design?</span>
      <KitButton type="submit">Try</KitButton>
    </form>
    <template v-if="ticket">
      <p>
        <NuxtLink :to="`/desk/${ticket.reference}`" class="num">{{ ticket.reference }}</NuxtLink>
        {{ ticket.summary }}
        <span class="quiet">· decided by edition {{ ticket.edition }}</span>
      </p>
      <LedgerTable :heads="[{ label: 'Level' }, { label: 'Would' }, { label: 'Missing' }]" class="tried">
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
            <div v-for="(test, index) in one.missing" :key="index">{{ missed(test) }}</div>
          </td>
        </tr>
      </LedgerTable>
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
  align-items: end;
  margin: 8px 0;
}
.ask > span {
  padding-bottom: 5px;
}
.tried {
  max-width: 900px;
}
</style>
