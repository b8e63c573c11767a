<script setup lang="ts">
import type { Ticket } from '~/composables/useTickets'
import { usePortalOffers } from '../knowledge/usePortalOffers'

// Declares a major incident: others will belong to it, be told with it, and end with it.
const props = defineProps<{ ticket: Ticket }>()
const emit = defineEmits<{ done: []; close: []; stale: [] }>()
const session = useSession()
const mayTell = computed(() => session.may('writeNotices'))
/** The visitors of the portals, too, are told until it is over. */
const kept = reactive({ text: '', tells: false, title: props.ticket.summary, portal: null as string | null })
const portals = usePortalOffers()
const { forget } = useKeptForm(`yare-draft-${props.ticket.reference}-major`, kept)
const { busy, error, run } = useDeed(() => emit('stale'))
async function submit() {
  const notice = { title: kept.title, body: kept.text, portals: kept.portal ? [kept.portal] : [] }
  const body = { step: 'declare' as const, text: kept.text, ...(kept.tells && { notice }) }
  const path = { reference: props.ticket.reference }
  if (!(await run(() => api('POST /api/tickets/{reference}/major', { path, body })))) return
  forget()
  emit('done')
}
</script>

<template>
  <form
    class="panel no-print"
    aria-label="Declare a major incident"
    @submit.prevent="submit"
    @keydown.esc.stop="emit('close')"
    @keydown.ctrl.enter.prevent="submit"
  >
    <KitLongText
      v-model="kept.text"
      focuses
      label="What is broken, and for whom?"
      :error="error?.on('text')"
    />
    <template v-if="mayTell">
      <KitCheckbox v-model="kept.tells" label="tell the visitors of portals until it is over" />
      <div v-if="kept.tells" class="line">
        <KitText
          v-model="kept.title"
          class="title"
          label="Title of the notice"
          :error="error?.on('notice.title')"
        />
        <KitChoice
          v-model="kept.portal"
          label="Shown on"
          placeholder="all portals"
          clears
          :options="portals"
        />
      </div>
    </template>
    <KitError :error="error" />
    <KitButton kind="main" type="submit" :busy="busy">Declare a major incident</KitButton>
    &nbsp;<KitButton kind="plain" @click="emit('close')">Leave it</KitButton>
  </form>
</template>

<style scoped>
/* Long enough for what most are called. */
.title {
  flex: 1 1 260px;
}
.title :deep(input) {
  width: 100%;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
</style>
