<script setup lang="ts">
import type { DirectoryPage } from '~/composables/useNames'

// What triage asks of a person, and their open tickets handed over while they are away.
const props = defineProps<{
  person: DirectoryPage['people'][number]
  priorities: { value: string; label: string }[]
}>()
const emit = defineEmits<{ changed: [] }>()
type HandOver = AnswerOf<'POST /api/people/{person}/hand-over'>
const deed = useDeed()
const isStaff = computed(() => props.person.role !== 'requester')
const here = () => ({ path: { person: props.person.id } })
const set = async (body: BodyOf<'PATCH /api/people/{person}'>) => {
  if (await deed.run(() => api('PATCH /api/people/{person}', { ...here(), body }))) emit('changed')
}
const text = (event: Event) => typedIn(event).trim()
const plan = ref<HandOver>()
async function handOver(take: boolean) {
  plan.value = await deed.run(() =>
    api('POST /api/people/{person}/hand-over', { ...here(), body: { ...(take && { take }) } }),
  )
}
</script>

<template>
  <div class="person">
    <p class="line">
      <label v-if="isStaff"
        >Knows
        <input
          :value="(person.skills ?? []).join(', ')"
          placeholder="radio, fibre"
          @change="set({ skills: text($event).split(',') })"
      /></label>
      <label v-if="isStaff"
        >At most
        <input
          class="num"
          type="number"
          min="1"
          :value="person.capacity ?? ''"
          placeholder="any"
          @change="set({ capacity: Number(text($event)) || null })"
        />
        open tickets</label
      >
      <label v-if="!isStaff"
        >Department
        <input :value="person.department ?? ''" @change="set({ department: text($event) || null })"
      /></label>
      <label v-if="!isStaff"
        >Priority
        <select :value="person.priority ?? ''" @change="set({ priority: text($event) || null })">
          <option value="">none of their own</option>
          <option v-for="one in priorities" :key="one.value" :value="one.value">{{ one.label }}</option>
        </select></label
      >
      <label
        ><input type="checkbox" :checked="person.active" @change="set({ active: isTicked($event) })" />
        active</label
      >
      <button v-if="isStaff" class="act" type="button" :disabled="deed.busy.value" @click="handOver(false)">
        Hand open tickets over …
      </button>
    </p>
    <p v-if="deed.error.value" class="error-text" role="alert">
      {{ deed.error.value.problem.detail }}
      {{ deed.error.value.problem.fields?.map((one) => one.message).join('; ') }}
    </p>
    <div v-if="plan" class="panel" role="status">
      <p v-if="!plan.tickets.length">{{ plan.person }} has no open ticket.</p>
      <template v-else>
        <p>
          {{ plan.tickets.length }} open tickets of {{ plan.person }}
          {{ plan.taken ? 'were handed over' : 'would go to others' }}, as the assignment of their teams says.
          <template v-if="plan.isCutOff">There are more; hand them over after these.</template>
        </p>
        <table class="ledger-table">
          <tbody>
            <tr v-for="one in plan.tickets" :key="one.reference">
              <td class="num">
                <NuxtLink :to="`/desk/${one.reference}`">{{ one.reference }}</NuxtLink>
              </td>
              <td>{{ one.summary }}</td>
              <td>
                <b>{{ one.to ?? `queue of ${one.team}` }}</b>
              </td>
              <td class="quiet">{{ one.because }}</td>
            </tr>
          </tbody>
        </table>
      </template>
      <p>
        <button
          v-if="plan.tickets.length && !plan.taken"
          class="act main"
          type="button"
          :disabled="deed.busy.value"
          @click="handOver(true)"
        >
          {{ deed.busy.value ? 'Handing over …' : `Hand over ${plan.tickets.length}` }}
        </button>
        &nbsp;<button class="act plain" type="button" @click="plan = undefined">
          {{ plan.taken ? 'Put this away' : 'Leave it' }}
        </button>
      </p>
    </div>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  margin: 4px 0;
}
input:not([type='checkbox']),
select {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 3px 6px;
}
input[type='number'] {
  width: 80px;
}
</style>
