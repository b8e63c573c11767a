<script setup lang="ts">
import { isoDate } from '~~/core/time'

// Away on whole days: the next in turn has it then, and nobody gives them a ticket.
const props = defineProps<{ people: AnswerOf<'GET /api/technicians'>; person?: string }>()
const emit = defineEmits<{ done: []; close: [] }>()
const session = useSession()
const time = useDeskTime()
const today = isoDate(time.now, session.me?.zone ?? 'UTC')
const typed = reactive({
  person: (props.person ?? session.me?.id ?? null) as string | null,
  ...{ from: today, to: today, why: '' },
})
const choices = computed(() =>
  props.people
    .filter((one) => session.may('planPeople') || one.id === session.me?.id)
    .map((one) => ({ value: one.id, label: one.name })),
)
const { busy, error, run } = useDeed()
async function send() {
  const { person, from, to, why } = typed
  const done = await run(() =>
    api('POST /api/people/{person}/absence', {
      path: { person: person ?? '' },
      body: { from, to, why: why.trim() || 'away' },
    }),
  )
  if (!done) return
  emit('done')
  emit('close')
}
</script>

<template>
  <form class="panel" novalidate @submit.prevent="send" @keydown.esc.stop="emit('close')">
    <div class="line">
      <KitChoice v-model="typed.person" label="Who is away" :options="choices" />
      <KitDay v-model="typed.from" label="First day" :error="error?.on('from')" />
      <KitDay v-model="typed.to" label="Last day" :error="error?.on('to')" />
      <KitText v-model="typed.why" label="Since" placeholder="holiday, a course …" :most="80" />
    </div>
    <KitError :error="error" />
    <KitButton kind="main" type="submit" :busy="busy" :disabled="!typed.person">Keep it</KitButton>
    &nbsp;<KitButton kind="plain" @click="emit('close')">Leave it</KitButton>
  </form>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
}
.line > * {
  flex: 1 1 150px;
  max-width: 260px;
}
</style>
