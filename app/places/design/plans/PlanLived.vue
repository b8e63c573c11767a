<script setup lang="ts">
import type { Plan } from '~~/core/plan'
import { hoursAndMinutes, parseDuration } from '~~/core/time'

// How the last requests went, stage by stage, below the stages of the plan; as the edition in force has it.
const props = defineProps<{ plan: Plan; numbers: ReadonlyMap<string, string> }>()
const lived = useQuery({
  key: () => ['plans', 'lived', props.plan.id],
  query: ({ signal }) => api('GET /api/plans/lived', { query: { plan: props.plan.id }, signal }),
})
const count = computed(() => lived.data.value?.count ?? 0)
const HEADS = [
  { label: 'Stage' },
  { label: 'Through' },
  { label: 'May take' },
  { label: 'Took, half' },
  { label: 'Longest task' },
  { label: 'Late' },
]
function mayTake(span: string | undefined) {
  try {
    return span === undefined ? '' : hoursAndMinutes(parseDuration(span))
  } catch {
    return ''
  }
}
const rows = computed(() =>
  props.plan.stages.flatMap((stage) => {
    const one = lived.data.value?.stages[stage.id]
    return one
      ? [
          {
            ...{
              id: stage.id,
              number: props.numbers.get(`stage ${stage.id}`),
              name: stage.name,
              late: one.late,
            },
            ...{ through: one.through, may: mayTake(stage.takes) },
            took: one.took === null ? '' : hoursAndMinutes(one.took),
            longest: one.longest
              ? `${props.numbers.get(one.longest.task) ?? ''} ${hoursAndMinutes(one.longest.took)}`
              : '',
          },
        ]
      : []
  }),
)
</script>

<template>
  <section v-if="count && rows.length" aria-labelledby="plan-lived">
    <h2 id="plan-lived">
      The last {{ count }}, stage by stage
      <span class="small quiet"
        >{{ lived.data.value?.days }} days, in working time; a stage counts from when it opened</span
      >
    </h2>
    <div class="scroll-x" tabindex="0" role="group" aria-label="The last requests, stage by stage">
      <LedgerTable :heads="HEADS">
        <tr v-for="row in rows" :key="row.id">
          <td>
            <b>{{ row.number }}</b> {{ row.name }}
          </td>
          <td class="num">{{ row.through }}</td>
          <td class="num">{{ row.may }}</td>
          <td class="num">{{ row.took }}</td>
          <td class="num">{{ row.longest }}</td>
          <td class="num" :class="{ late: row.late }">{{ row.late }}</td>
        </tr>
      </LedgerTable>
    </div>
  </section>
</template>

<style scoped>
h2 {
  margin-top: 20px;
  border-bottom: 3px double var(--rule-2);
}
.late {
  color: var(--red);
  font-weight: 600;
}
</style>
