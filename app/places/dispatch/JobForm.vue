<script setup lang="ts">
import { formatDuration, isoTime, parseDuration, parseMoment } from '~~/core/time'
import type { Board, Held } from '~/composables/heldJob'
import { useJobDeeds, type JobSaid } from './useJobDeeds'

// What a job asks for: how long, what one must know, where, when at the earliest and the latest, who must be there.
const props = defineProps<{ held: Held; board: Board }>()
const emit = defineEmits<{ done: []; leave: []; repeat: [] }>()
const zone = computed(() => props.board.zone)
const { job } = props.held
const moment = (at: number | undefined) => (at === undefined ? '' : isoTime(at, props.board.zone))
const fields = reactive({
  what: props.held.what,
  takes: formatDuration(job.duration),
  skill: job.skill ?? null,
  site: job.site ?? null,
  earliest: moment(job.earliest),
  latest: moment(job.latest),
  meets: props.held.meets,
  visit: props.held.visit,
})
const options = (list: readonly { id: string; name: string }[]) =>
  list.map(({ id, name }) => ({ value: id, label: name }))
const at = (text: string) => (text ? parseMoment(text, zone.value) : null)
const saidBy = ({ what, skill, site, meets, visit, earliest, latest }: typeof fields): JobSaid => ({
  ...{ what, skill, site, meets, visit, earliest: at(earliest), latest: at(latest) },
})
const deeds = useJobDeeds(props.held, saidBy(fields), () => emit('done'))
const { busy, error } = deeds
const keep = () =>
  deeds.keep({
    ...saidBy(fields),
    ...(fields.takes && !props.held.now && { takes: parseDuration(fields.takes) }),
  })
const form = ref<HTMLFormElement>()
onMounted(() => form.value?.querySelector('input')?.focus())
</script>

<template>
  <form
    ref="form"
    class="panel"
    novalidate
    aria-label="What it asks for"
    @submit.prevent="keep"
    @keydown.esc.stop="emit('leave')"
  >
    <KitText v-model="fields.what" label="What is to be done" :error="error?.on('what')" />
    <div class="fields">
      <KitDuration
        v-if="!held.now"
        v-model="fields.takes"
        label="How long it takes"
        :error="error?.on('takes')"
      />
      <KitChoice
        v-model="fields.skill"
        label="What one must know"
        clears
        placeholder="nothing in particular"
        :options="options(board.skills)"
        :error="error?.on('skill')"
      />
      <KitChoice
        v-model="fields.site"
        label="Where"
        clears
        placeholder="anywhere"
        :options="options(board.sites)"
        :error="error?.on('site')"
      />
      <KitText v-model="fields.meets" label="Who must be there" :error="error?.on('meets')" />
      <KitMoment v-model="fields.earliest" label="Not before" :zone="zone" :error="error?.on('earliest')" />
      <KitMoment v-model="fields.latest" label="Over by" :zone="zone" :error="error?.on('latest')" />
    </div>
    <KitSwitch
      v-model="fields.visit"
      label="the requester is told"
      note="when somebody comes; they may confirm that, choose another time that is free, or call it off"
    />
    <KitError :error="error" />
    <p class="presses">
      <KitButton kind="main" type="submit" :busy="busy">Keep it</KitButton>
      <KitButton kind="plain" :busy="busy" @click="deeds.split">Split it in two</KitButton>
      <KitButton kind="plain" :busy="busy" @click="emit('repeat')">Let it repeat …</KitButton>
      <KitButton kind="plain" :busy="busy" @click="deeds.callOff">It is not wanted any more</KitButton>
      <KitButton v-if="held.repeats" kind="plain" :busy="busy" @click="deeds.callOffAll"
        >None that repeats with it is</KitButton
      >
      <KitButton kind="plain" @click="emit('leave')">Leave it</KitButton>
    </p>
  </form>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 0 14px;
}
.presses {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 4px 0;
}
</style>
