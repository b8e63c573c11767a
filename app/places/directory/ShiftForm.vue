<script setup lang="ts">
import { isoDate, parseWeek, weekInWords, type WeeklySpan } from '~~/core/time'

// When somebody works from a day on: painted, typed, or as others of the team do.
const props = defineProps<{
  id: string
  name: string
  /** Hours in words, as they are. */
  shift: string | null
  /** Hours of others, with how many work so. */
  others: readonly { shift: string; count: number }[]
}>()
const emit = defineEmits<{ done: []; close: [] }>()
const session = useSession()
const time = useDeskTime()
const DAY = 86_400_000
const typed = reactive({
  week: props.shift ?? '',
  // Who has had no hours has them at once; hours that are laid down are changed from tomorrow.
  from: isoDate(time.now + (props.shift ? DAY : 0), session.me?.zone ?? 'UTC'),
})
const painted = computed<WeeklySpan[]>(() => {
  try {
    return parseWeek(typed.week)
  } catch {
    return []
  }
})
const { busy, error, run } = useDeed()
async function send() {
  const done = await run(() =>
    api('POST /api/people/{person}/shift', { path: { person: props.id }, body: { ...typed } }),
  )
  if (done) emit('done')
}
</script>

<template>
  <form class="panel" novalidate @submit.prevent="send" @keydown.esc.stop="emit('close')">
    <p>
      <b>{{ name }}</b> works
    </p>
    <WeekGrid
      :week="painted"
      :readonly="false"
      :label="`Hours of ${name}`"
      @change="typed.week = weekInWords($event)"
    />
    <div class="line">
      <KitText
        v-model="typed.week"
        label="In words"
        help="Like Mon–Fri 09:00–17:00; Sat 10:00–12:00."
        :most="500"
        :error="error?.on('week')"
      />
      <KitDay
        v-model="typed.from"
        label="From"
        help="Before that day it stays as it is."
        :error="error?.on('from')"
      />
    </div>
    <p v-if="others.length" class="small others">
      As others do:
      <KitButton v-for="one in others" :key="one.shift" kind="link" @click="typed.week = one.shift"
        >{{ one.shift }} ({{ one.count }})</KitButton
      >
    </p>
    <KitError :error="error" />
    <KitButton kind="main" type="submit" :busy="busy">Keep these hours</KitButton>
    &nbsp;<KitButton kind="plain" @click="emit('close')">Leave it</KitButton>
  </form>
</template>

<style scoped>
.others {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
.line {
  display: grid;
  grid-template-columns: 2fr 1fr;
  gap: 0 20px;
}
</style>
