<script setup lang="ts">
import { ownChanges, type DraftPage } from '~/composables/useDraft'

// Publishing: all of the draft, or what somebody chose of it; the rest stays in the draft.
const props = defineProps<{ draft: DraftPage; error?: ApiError; onlyOwn: boolean }>()
const emit = defineEmits<{
  publish: [wanted: { note: string; openTickets: 'keep' | 'follow'; only?: string[] }]
}>()
const isShown = defineModel<boolean>({ required: true })
const session = useSession()

const note = ref('')
const openTickets = ref<'keep' | 'follow'>('keep')
const which = ref<'all' | 'own' | 'chosen'>('all')
const chosen = ref<string[]>([])
const own = computed(() => ownChanges(props.draft, session.me?.id))
const isShared = computed(() => own.value.length > 0 && own.value.length < props.draft.changes.length)
watch(isShown, (shown) => {
  if (!shown) return
  openTickets.value = 'keep'
  which.value = props.onlyOwn ? 'own' : 'all'
  chosen.value = own.value
})
const only = computed(() =>
  which.value === 'all' ? undefined : which.value === 'own' ? own.value : chosen.value,
)
const count = (number: number) => (number === 1 ? 'one change' : `${number} changes`)
function send() {
  emit('publish', { note: note.value, openTickets: openTickets.value, only: only.value })
}
defineExpose({ clear: () => (note.value = '') })
</script>

<template>
  <Dialog
    v-model:visible="isShown"
    modal
    :header="`Publish edition ${draft.edition + 1}`"
    :style="{ width: '44rem' }"
  >
    <p>New tickets follow the new edition from now on.</p>
    <fieldset v-if="draft.changes.length > 1" class="field">
      <legend>What is published</legend>
      <label class="choice"
        ><input v-model="which" type="radio" value="all" /> all {{ draft.changes.length }} changes of the
        draft</label
      >
      <label v-if="isShared" class="choice"
        ><input v-model="which" type="radio" value="own" /> only what you changed,
        {{ count(own.length) }}</label
      >
      <label class="choice"
        ><input v-model="which" type="radio" value="chosen" /> some of them; the others stay in the
        draft</label
      >
    </fieldset>
    <DesignChangeTable v-if="which === 'chosen'" v-model="chosen" class="changes" :changes="draft.changes" />
    <fieldset class="field">
      <legend>Tickets that are open now</legend>
      <label class="choice"
        ><input v-model="openTickets" type="radio" value="keep" /> keep the edition that decided about
        them</label
      >
      <label class="choice"
        ><input v-model="openTickets" type="radio" value="follow" /> follow the new hours, promises and
        ladders; time that was counted stays counted</label
      >
    </fieldset>
    <div class="field">
      <label for="note">What changes, in a few words</label>
      <InputText id="note" v-model="note" aria-describedby="note-error" />
      <p id="note-error" class="error-text">{{ error?.on('note') }}</p>
    </div>
    <p v-if="error" class="notice bad" role="alert">
      {{ error.problem.detail }}
      <span v-for="field in error.problem.fields" :key="field.field + field.message"
        ><br /><b>{{ field.field }}</b> {{ field.message }}</span
      >
    </p>
    <button class="act main" type="button" :disabled="only?.length === 0" @click="send">
      Publish{{ only ? ` ${count(only.length)}` : '' }}
    </button>
    <button class="act plain" type="button" @click="isShown = false">Not yet</button>
  </Dialog>
</template>

<style scoped>
.changes {
  max-height: 34vh;
  overflow-y: auto;
  display: block;
  margin-bottom: 12px;
}
</style>
