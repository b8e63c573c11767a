<script setup lang="ts">
import { placeInWords } from '~~/core/design'
import { ownChanges, type DraftPage } from '~/composables/useDraft'

// Publishing: all of the draft, or what somebody chose of it; the rest stays in the draft.
const props = defineProps<{ draft: DraftPage; error?: ApiError; onlyOwn: boolean }>()
const emit = defineEmits<{
  publish: [wanted: { note: string; openTickets: 'keep' | 'follow'; only?: string[] }]
}>()
const isShown = defineModel<boolean>({ required: true })
const session = useSession()

const form = useId()
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
const ways = computed(() => [
  { value: 'all' as const, label: `all ${props.draft.changes.length} changes of the draft` },
  ...(isShared.value
    ? [{ value: 'own' as const, label: `only what you changed, ${count(own.value.length)}` }]
    : []),
  { value: 'chosen' as const, label: 'some of them; the others stay in the draft' },
])
const OPEN = [
  { value: 'keep', label: 'keep the edition that decided about them' },
  {
    value: 'follow',
    label: 'follow the new hours, promises and ladders; time that was counted stays counted',
  },
] as const
/** What is published is read once more before it is; all of it stands in the article of the draft. */
const shown = computed(() =>
  which.value === 'own'
    ? props.draft.changes.filter((one) => own.value.includes(one.key))
    : props.draft.changes,
)
function send() {
  emit('publish', { note: note.value, openTickets: openTickets.value, only: only.value })
}
defineExpose({ clear: () => (note.value = '') })
</script>

<template>
  <KitDialog v-model:shown="isShown" wide :title="`Publish edition ${draft.edition + 1}`">
    <form :id="form" @submit.prevent="send">
      <p>New tickets follow the new edition from now on.</p>
      <KitRadio v-if="draft.changes.length > 1" v-model="which" label="What is published" :options="ways" />
      <div class="changes" tabindex="0" role="region" aria-label="What is published, in words">
        <ChangeTable v-if="which === 'chosen'" v-model="chosen" :changes="shown" :design="draft.design" />
        <ChangeTable v-else :changes="shown" :design="draft.design" />
      </div>
      <KitRadio v-model="openTickets" label="Tickets that are open now" :options="OPEN" />
      <KitText v-model="note" label="What changes, in a few words" :error="error?.on('note')" focuses />
      <KitError :error="error" />
      <ul v-if="error?.problem.fields?.length" class="error-text">
        <li v-for="field in error.problem.fields" :key="field.field + field.message">
          {{ placeInWords(draft.design, field.field) }}: {{ field.message }}
        </li>
      </ul>
    </form>
    <template #foot>
      <KitButton kind="main" type="submit" :form="form" :disabled="only?.length === 0"
        >Publish{{ only ? ` ${count(only.length)}` : '' }}</KitButton
      >
      <KitButton kind="plain" @click="isShown = false">Not yet</KitButton>
    </template>
  </KitDialog>
</template>

<style scoped>
.changes {
  max-height: 34vh;
  overflow-y: auto;
  margin-bottom: 12px;
}
</style>
