<script setup lang="ts">
import { ruleOf, seriesOf } from '~~/core/dispatch'
import { dayAndMonth, isoDate, Zone } from '~~/core/time'
import { toast } from '~/kit/toast'
import type { Held } from '~/composables/heldJob'

// Work that comes again year after year: in which months, on which day, and how long there is for each.
const props = defineProps<{ held: Held; zone: string; now: number }>()
const emit = defineEmits<{ done: []; leave: [] }>()
const { busy, error, run } = useDeed()
const MONTHS = [
  ...['January', 'February', 'March', 'April', 'May', 'June'],
  ...['July', 'August', 'September', 'October', 'November', 'December'],
].map((label, at) => ({ value: at + 1, label }))
const NTHS = ['first', 'second', 'third', 'fourth']
  .map((label, at) => ({ value: at + 1, label }))
  .concat({ value: -1, label: 'last' })
const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'].map(
  (label) => ({ value: label.slice(0, 2).toUpperCase(), label }),
)
const today = isoDate(props.now, props.zone)
const month = Number(today.slice(5, 7))
const fields = reactive({
  months: [month, ((month + 5) % 12) + 1].sort((a, b) => a - b) as readonly number[],
  nth: 1 as number | null,
  weekday: 'MO' as string | null,
  everyYears: 1 as number | null,
  first: today,
  days: 14 as number | null,
  count: null as number | null,
})
const rule = computed(() =>
  ruleOf({
    ...{ everyYears: fields.everyYears ?? 1, months: fields.months },
    ...{ nth: fields.nth ?? 1, weekday: fields.weekday ?? 'MO' },
    ...(fields.count !== null && { count: fields.count }),
  }),
)
/** When each may be done; nothing where these fields name no day. */
const windows = computed(() => {
  try {
    return seriesOf(rule.value, fields.first || today, fields.days ?? 1, Zone.of(props.zone))
  } catch {
    return []
  }
})
const day = (at: number) => dayAndMonth(at, props.zone)
const path = { reference: props.held.reference }
async function callOff(id: number) {
  const body = { calledOff: true, series: true } as const
  return run(() => api('PATCH /api/tickets/{reference}/jobs/{id}', { path: { ...path, id }, body }))
}
async function keep() {
  const { what, job, visit, meets } = props.held
  const body = {
    ...{ what, takes: job.duration, skill: job.skill ?? null, site: job.site ?? null, visit },
    meets,
    repeats: { rule: rule.value, first: fields.first || today, days: fields.days ?? 1 },
  }
  const made = await run(() => api('POST /api/tickets/{reference}/jobs', { path, body }))
  if (!made) return
  toast(`${counted(windows.value.length, 'job')} more will be placed when their time comes.`, {
    undo: async () => {
      await callOff(made.id)
      emit('done')
    },
  })
  emit('done')
}
const form = ref<HTMLFormElement>()
onMounted(() => form.value?.querySelector<HTMLElement>('input, [tabindex="0"]')?.focus())
</script>

<template>
  <form
    ref="form"
    class="panel"
    novalidate
    aria-label="When it comes again"
    @submit.prevent="keep"
    @keydown.esc.stop="emit('leave')"
  >
    <div class="fields">
      <KitManyChoices v-model="fields.months" label="In these months" :options="MONTHS" />
      <KitChoice v-model="fields.nth" label="From the" :options="NTHS" />
      <KitChoice v-model="fields.weekday" label="of these weekdays on" :options="WEEKDAYS" />
      <KitNumber v-model="fields.days" label="So long there is for it" unit="days" :min="1" :max="92" />
      <KitNumber v-model="fields.everyYears" label="Every" unit="years" :min="1" :max="10" />
      <KitDay v-model="fields.first" label="From this day on" :earliest="today" />
      <KitNumber v-model="fields.count" label="How many of them" placeholder="all" :min="1" :max="24" />
    </div>
    <p v-if="!windows.length" class="small" role="status">These name no day within five years.</p>
    <div v-else class="small" role="status">
      <b>{{ counted(windows.length, 'job') }}</b> like this one:
      <ol>
        <li v-for="one in windows" :key="one.earliest" class="num">
          {{ day(one.earliest) }} – {{ day(one.latest - 1) }}
        </li>
      </ol>
    </div>
    <KitError :error="error" />
    <p class="presses">
      <KitButton kind="main" type="submit" :busy="busy" :disabled="!windows.length">Let it repeat</KitButton>
      <KitButton kind="plain" @click="emit('leave')">Leave it</KitButton>
    </p>
  </form>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 0 14px;
}
p {
  margin: 4px 0;
}
.presses {
  display: flex;
  gap: 8px;
}
ol {
  margin: 2px 0 8px;
  padding-left: 2em;
  columns: 240px;
}
</style>
