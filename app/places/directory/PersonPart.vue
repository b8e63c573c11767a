<script setup lang="ts">
// The open tickets of somebody of the desk, handed over while they are away or when they leave.
const props = defineProps<{ id: string }>()
type HandOver = AnswerOf<'POST /api/people/{person}/hand-over'>
const session = useSession()
const deed = useDeed()
const plan = ref<HandOver>()
async function handOver(take: boolean) {
  plan.value = await deed.run(() =>
    api('POST /api/people/{person}/hand-over', {
      path: { person: props.id },
      body: { ...(take && { take }) },
    }),
  )
}
</script>

<template>
  <section v-if="session.may('planPeople')" aria-labelledby="hand-over">
    <h2 id="hand-over">Their open tickets</h2>
    <KitError :error="deed.error.value" />
    <p v-if="!plan">
      <KitButton :busy="deed.busy.value" @click="handOver(false)">Hand open tickets over …</KitButton>
    </p>
    <div v-else class="panel" role="status">
      <p v-if="!plan.tickets.length">{{ plan.person }} has no open ticket.</p>
      <template v-else>
        <p>
          {{ plan.tickets.length }} open tickets of {{ plan.person }}
          {{ plan.taken ? 'were handed over' : 'would go to others' }}, as the assignment of their teams says.
          <template v-if="plan.isCutOff">There are more; hand them over after these.</template>
        </p>
        <KitTable
          :rows="plan.tickets"
          row-key="reference"
          label="Who gets what"
          :columns="[
            { name: 'reference', label: 'Ticket' },
            { name: 'summary', label: 'What', wide: true },
            { name: 'to', label: 'Goes to' },
            { name: 'because', label: 'Because' },
          ]"
        >
          <template #cell-reference="{ row }">
            <NuxtLink class="num" :to="`/desk/${row.reference}`">{{ row.reference }}</NuxtLink>
          </template>
          <template #cell-to="{ row }"
            ><b>{{ row.to ?? `queue of ${row.team}` }}</b></template
          >
        </KitTable>
      </template>
      <p>
        <KitButton
          v-if="plan.tickets.length && !plan.taken"
          kind="main"
          :busy="deed.busy.value"
          @click="handOver(true)"
          >Hand over {{ plan.tickets.length }}</KitButton
        >
        &nbsp;<KitButton kind="plain" @click="plan = undefined">{{
          plan.taken ? 'Put this away' : 'Leave it'
        }}</KitButton>
      </p>
    </div>
  </section>
</template>

<style scoped>
h2 {
  border-bottom: 1px solid var(--rule-2);
  margin: 18px 0 6px;
}
</style>
