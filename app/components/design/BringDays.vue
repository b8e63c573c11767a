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
const fields = reactive({ country: '', region: '', years: 2 })
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
    if (country !== before) fields.region = ''
    if (!country) return offer([])
    const answer = await ask(() =>
      api('GET /api/calendars/holidays', {
        query: { country, region: fields.region || undefined, from: props.year, years: fields.years },
      }),
    )
    if (!answer) return
    regions.value = answer.regions ?? []
    offer(answer.exceptions ?? [])
  },
)

async function readFile(event: Event) {
  const [file] = filesIn(event)
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
  said.value = `${days.length} days are in the draft. Undo is at the top of the page.`
  offer([])
  from.value = undefined
}
</script>

<template>
  <div class="bring">
    <p class="small">
      <button class="act plain" type="button" :aria-expanded="from === 'holidays'" @click="openHolidays">
        Public holidays …
      </button>
      <button
        class="act plain"
        type="button"
        :aria-expanded="from === 'file'"
        @click="((from = from === 'file' ? undefined : 'file'), offer([]))"
      >
        From an iCalendar file …
      </button>
      <span v-if="said" role="status"> {{ said }}</span>
    </p>
    <div v-if="from" class="panel">
      <div v-if="from === 'holidays'" class="line">
        <div class="field">
          <label for="hol-country">Country</label>
          <select id="hol-country" v-model="fields.country" class="plain-input">
            <option value="">choose one</option>
            <option v-for="one in countries" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select>
        </div>
        <div v-if="regions.length" class="field">
          <label for="hol-region">Region</label>
          <select id="hol-region" v-model="fields.region" class="plain-input">
            <option value="">the whole country</option>
            <option v-for="one in regions" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select>
        </div>
        <div class="field">
          <label for="hol-years">Years from {{ year }}</label>
          <select id="hol-years" v-model="fields.years" class="plain-input">
            <option v-for="count in [1, 2, 3, 5, 10]" :key="count" :value="count">{{ count }}</option>
          </select>
        </div>
      </div>
      <div v-else class="field">
        <label for="ics">iCalendar file (.ics)</label>
        <input id="ics" type="file" accept=".ics,text/calendar" @change="readFile" />
        <p class="help">All-day events shut their days; events with times shut that part.</p>
      </div>
      <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
      <ul v-if="left.length" class="small">
        <li v-for="one in left" :key="one">Left out: {{ one }}</li>
      </ul>
      <template v-if="found.length">
        <ul class="found">
          <li v-for="(one, index) in found" :key="`${one.date}${one.name}`">
            <label
              ><input type="checkbox" :checked="chosen.has(index)" @change="toggle(index)" />
              <span class="num">{{ one.date }}</span> {{ one.name
              }}<template v-if="one.repeats">, yearly</template></label
            >
          </li>
        </ul>
        <button class="act main" type="button" :disabled="!chosen.size" @click="take">
          Take over {{ chosen.size }} days
        </button>
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
.plain-input {
  font: inherit;
  color: var(--ink);
  background: var(--field);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 6px 8px;
  max-width: 260px;
}
.found {
  list-style: none;
  padding: 0;
  margin: 0 0 10px;
  columns: 2 320px;
}
.act {
  margin-right: 6px;
}
</style>
