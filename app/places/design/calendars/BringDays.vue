<script setup lang="ts">
import type { CalendarException } from '~~/core/time'

// Brings days into a calendar: the public holidays of a country and region, or what an iCalendar file holds.
const props = defineProps<{ year: number }>()
const emit = defineEmits<{ take: [exceptions: CalendarException[]] }>()

interface Named {
  id: string
  name: string
}
const from = ref<'holidays' | 'file'>()
const countries = ref<Named[]>([])
const regions = ref<Named[]>([])
const fields = reactive({ country: null as string | null, region: null as string | null, years: 2 })
const YEARS = [1, 2, 3, 5, 10].map((value) => ({ value, label: String(value) }))
const found = ref<CalendarException[]>([])
const chosen = ref(new Set<number>())
const left = ref<string[]>([])
const problem = ref('')
const said = ref('')

function offer(list: CalendarException[]) {
  found.value = list
  chosen.value = new Set(list.map((_, index) => index))
}

async function ask<T>(work: () => Promise<T>): Promise<T | undefined> {
  problem.value = said.value = ''
  try {
    return await work()
  } catch (error) {
    const { problem: its } = asApiError(error)
    problem.value = [its.detail, ...(its.fields ?? []).map((one) => one.message)].join(' ')
    return undefined
  }
}

async function openHolidays() {
  from.value = from.value === 'holidays' ? undefined : 'holidays'
  offer([])
  left.value = []
  if (!countries.value.length)
    countries.value = (await ask(() => api('GET /api/calendars/holidays')))?.countries ?? []
}
watch(
  [() => fields.country, () => fields.region, () => fields.years, () => props.year],
  async ([country], [before]) => {
    if (country !== before) fields.region = null
    if (!country) return offer([])
    const answer = await ask(() =>
      api('GET /api/calendars/holidays', {
        query: { country, region: fields.region ?? undefined, from: props.year, years: fields.years },
      }),
    )
    if (!answer) return
    regions.value = answer.regions ?? []
    offer(answer.exceptions ?? [])
  },
)

async function readFile([file]: File[]) {
  if (!file) return
  if (file.size > 1_000_000) return (problem.value = 'The file is larger than 1 MB; take a smaller one.')
  const text = await file.text()
  const answer = await ask(() => api('POST /api/calendars/read', { body: { text } }))
  if (!answer) return
  offer(answer.exceptions)
  left.value = answer.left
  if (!answer.exceptions.length) problem.value = 'The file holds no days that could be taken over.'
}

function toggle(index: number) {
  const next = new Set(chosen.value)
  if (!next.delete(index)) next.add(index)
  chosen.value = next
}
function take() {
  const days = found.value.filter((_, index) => chosen.value.has(index))
  emit('take', days)
  said.value = `${counted(days.length, 'day')} in the draft. Undo is at the top of the page.`
  offer([])
  from.value = undefined
}
</script>

<template>
  <div class="bring">
    <div class="small ways">
      <KitButton kind="plain" :aria-expanded="from === 'holidays'" @click="openHolidays"
        >Public holidays …</KitButton
      >
      <KitButton
        kind="plain"
        :aria-expanded="from === 'file'"
        @click="((from = from === 'file' ? undefined : 'file'), offer([]))"
        >From an iCalendar file …</KitButton
      >
      <span v-if="said" role="status"> {{ said }}</span>
    </div>
    <div v-if="from" class="panel">
      <div v-if="from === 'holidays'" class="line">
        <KitChoice
          v-model="fields.country"
          label="Country"
          placeholder="choose one"
          :options="named(countries)"
        />
        <KitChoice
          v-if="regions.length"
          v-model="fields.region"
          clears
          label="Region"
          placeholder="the whole country"
          :options="named(regions)"
        />
        <KitChoice
          label="For so many years"
          :aside="`from ${year} on`"
          :model-value="fields.years"
          :options="YEARS"
          @update:model-value="fields.years = $event ?? 2"
        />
      </div>
      <KitFiles
        v-else
        label="iCalendar file (.ics)"
        help="All-day events shut their days; events with times shut that part."
        :lines="[]"
        @pick="readFile"
      />
      <KitError :error="problem" />
      <ul v-if="left.length" class="small">
        <li v-for="one in left" :key="one">Left out: {{ one }}</li>
      </ul>
      <template v-if="found.length">
        <ul class="found">
          <li v-for="(one, index) in found" :key="`${one.date}${one.name}`">
            <KitCheckbox
              :label="`${one.date} ${one.name}${one.repeats ? ', yearly' : ''}`"
              :model-value="chosen.has(index)"
              @update:model-value="toggle(index)"
            />
          </li>
        </ul>
        <KitButton kind="main" :disabled="!chosen.size" @click="take"
          >Take over {{ counted(chosen.size, 'day') }}</KitButton
        >
      </template>
    </div>
  </div>
</template>

<style scoped>
.panel {
  border: 1px solid var(--rule-2);
  border-left: 3px solid var(--sea);
  background: var(--page-2);
  padding: 10px 14px;
  margin: 6px 0 12px;
  max-width: 900px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin: 8px 0;
}
.found {
  list-style: none;
  padding: 0;
  margin: 0 0 10px;
  columns: 2 320px;
}
</style>
