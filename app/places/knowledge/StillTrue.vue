<script setup lang="ts">
import { dayAndMonth, isoDate, parseMoment } from '~~/core/time'
import type { Article } from './article'

// Who sees to it that an article stays true, and when they look at it again.
const props = defineProps<{ article: Article; zone: string; due: boolean }>()
const emit = defineEmits<{ done: [text: string] }>()
const session = useSession()
const mayWrite = computed(() => session.may('writeKnowledge'))
const time = useDeskTime()
const asking = ref(false)
const MONTHS = [3, 6, 12, 24].map((value) => ({
  value,
  label: value === 12 ? 'a year' : value === 24 ? 'two years' : `${value} months`,
}))
const months = ref<number | null>(6)
const said = computed(() => {
  const { review_at: at, ownedBy } = props.article
  const whose = ownedBy ? `${ownedBy} keeps it true` : 'nobody keeps it true'
  if (at === null) return `${whose}; no day is set to look at it again`
  const day = dayAndMonth(at, props.zone)
  return props.due
    ? `${whose}; it was to be looked at again on ${day}`
    : `${whose}; to be looked at again on ${day}`
})
/** The same day of a month to come, at its beginning; a month that is too short ends before it. */
function later(count: number): number {
  const [year = 0, month = 1, day = 1] = isoDate(time.now, props.zone).split('-').map(Number)
  const last = new Date(Date.UTC(year, month - 1 + count + 1, 0))
  last.setUTCDate(Math.min(day, last.getUTCDate()))
  return parseMoment(last.toISOString().slice(0, 10), props.zone)
}
const { busy, error, run } = useDeed()
async function confirm() {
  const until = months.value === null ? null : later(months.value)
  const path = { article: props.article.id }
  if (!(await run(() => api('POST /api/articles/{article}/still-true', { path, body: { until } })))) return
  asking.value = false
  emit('done', 'It is still true.')
}
</script>

<template>
  <div class="small" :class="due ? 'notice' : 'quiet'">
    {{ said
    }}<template v-if="mayWrite"
      >.
      <KitButton kind="link" :aria-expanded="asking" @click="asking = !asking">{{
        due ? 'Is it still true? …' : 'Still true …'
      }}</KitButton></template
    >
    <form v-if="asking" class="line" @submit.prevent="confirm" @keydown.esc.stop="asking = false">
      <KitChoice
        v-model="months"
        label="Look at it again in"
        clears
        placeholder="never"
        :options="MONTHS"
        :error="error?.on('until')"
      />
      <KitButton kind="main" type="submit" :busy="busy">It is still true</KitButton>
    </form>
    <KitError :error="error" />
  </div>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: end;
  margin: 4px 0 8px;
}
</style>
