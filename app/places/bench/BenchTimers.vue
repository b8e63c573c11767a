<script setup lang="ts">
import { hoursAndMinutes, timeOfDay, weekdayAndTime } from '~~/core/time'
import type { BenchPage } from '~/composables/useBench'

// The timers of a bench; one that was forgotten says until when it is likely to have been meant.
defineProps<{
  timers: BenchPage['timers']
  own: boolean
  zone: string
  now: number
  query: Record<string, string>
}>()
const emit = defineEmits<{ done: [] }>()
const { busy, error, run } = useDeed(() => emit('done'))
async function end(reference: number, body: BodyOf<'POST /api/tickets/{reference}/timer'>) {
  const done = await run(async () => {
    await api('POST /api/tickets/{reference}/timer', { path: { reference }, body })
    return true
  })
  if (done) emit('done')
}
</script>

<template>
  <div v-for="one in timers" :key="one.reference" class="notice timer" :class="{ good: !one.forgotten }">
    <span
      >{{ own ? 'Your timer runs' : 'A timer runs' }} on
      <NuxtLink :to="{ path: `/bench/${one.reference}`, query }"
        ><span class="num">{{ one.reference }}</span> {{ one.summary }}</NuxtLink
      >
      since <b class="num">{{ weekdayAndTime(one.since, zone) }}</b>,
      <b class="num">{{ hoursAndMinutes(now - one.since) }}</b><template v-if="one.forgotten">
        · forgotten? {{ one.forgotten.why }}.</template
      ></span
    >
    <template v-if="own">
      <KitButton
        v-if="one.forgotten"
        kind="main"
        :disabled="busy"
        @click="end(one.reference, { turn: 'stop', until: one.forgotten.until })"
      >
        Keep until {{ timeOfDay(one.forgotten.until, zone) }}
      </KitButton>
      <KitButton :disabled="busy" @click="end(one.reference, { turn: 'stop' })">Stop</KitButton>
      <KitButton
        v-if="one.forgotten"
        kind="plain"
        :disabled="busy"
        @click="end(one.reference, { turn: 'drop' })"
      >
        Drop it
      </KitButton>
    </template>
  </div>
  <KitError :error="error" />
</template>

<style scoped>
.timer {
  margin: 0 18px 8px;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
}
</style>
