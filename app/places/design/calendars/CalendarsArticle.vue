<script setup lang="ts">
import { usesOfCalendar } from '~~/core/design'
import { flattenCalendar, weekInWords, type Calendar } from '~~/core/time'
import type { PageProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'

// All calendars of the design, with who counts in them.
const props = defineProps<PageProps & { directory: DirectoryPage }>()
const route = useRoute()

const flat = (calendar: Calendar) => {
  try {
    return flattenCalendar(calendar, (id) => props.design.calendars.find((one) => one.id === id))
  } catch {
    return calendar
  }
}
const count = (days: number) => (days === 1 ? 'one special day' : `${days || 'no'} special days`)
const uses = (id: string) => usesOfCalendar(props.design, props.directory, id)

async function add() {
  const { desk, calendars } = props.design
  let number = calendars.length + 1
  while (calendars.some((one) => one.id === `calendar-${number}`)) number++
  const id = `calendar-${number}`
  const calendar: Calendar = {
    id,
    name: `New calendar ${number}`,
    zone: desk.zone,
    buildsOn: desk.calendar,
    week: [],
    exceptions: [],
  }
  if (await props.change('calendars', id, null, calendar)) await navigateTo(`/design/working-time/${id}`)
}
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      Promises count in these hours and stand still outside them. A site names the calendar it keeps; a
      service level may name another.
    </p>
    <section v-for="(calendar, index) in design.calendars" :key="calendar.id">
      <h2>
        <NuxtLink :to="{ path: `/design/working-time/${calendar.id}`, query: route.query }"
          >{{ number }}.{{ index + 1 }} {{ calendar.name }}</NuxtLink
        >
      </h2>
      <p>
        <span class="num">{{ weekInWords(flat(calendar).week) }}</span>
        <span class="quiet"> · {{ calendar.zone }}</span>
      </p>
      <p class="small quiet">
        <template v-if="calendar.buildsOn"
          >builds on “{{ design.calendars.find((one) => one.id === calendar.buildsOn)?.name ?? 'gone' }}” ·
        </template>
        {{ count(flat(calendar).exceptions.length) }} ·
        {{ uses(calendar.id).join(', ') || 'nothing counts in it' }}
      </p>
      <FindingsAt :findings="findings" :place="`working-time/${calendar.id}`" />
    </section>
    <p v-if="!readonly">
      <KitButton @click="add">Add a calendar</KitButton>
      <span class="quiet small"> It begins on top of the desk’s own hours.</span>
    </p>
  </div>
</template>

<style scoped>
h2 {
  margin-top: 16px;
}
</style>
