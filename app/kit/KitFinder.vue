<script setup lang="ts">
import '~/theme/parts/autocomplete'
import AutoComplete from 'primevue/autocomplete'
import { framed, type FieldProps, type Option } from './field'
import KitField from './KitField.vue'
import { useFieldDraft, type Commit } from './useFieldDraft'
import { useOverlayHome } from './useOverlayHome'

// One of too many to list, such as a person, a thing of the equipment or a site: what is typed is looked for.
const props = defineProps<
  FieldProps & {
    modelValue: string | null
    /** What it is called that is chosen, as long as it was not found here. */
    said?: string
    /** Gives what fits some words; an answer to fewer letters does not take the place of one to more. */
    find: (words: string) => Promise<readonly Option[]>
    commit?: Commit<string | null>
    placeholder?: string
    /** All of them, or the first of many, are listed at a press. */
    lists?: boolean
    /** The cursor is put into it. */
    focuses?: boolean
  }
>()
const emit = defineEmits<{ 'update:modelValue': [now: string | null] }>()
const { draft, theirs, failed, put, cancel, settle } = useFieldDraft<string | null>({
  given: () => props.modelValue,
  tell: (now) => emit('update:modelValue', now),
  commit: () => props.commit,
})
const { say } = usePortalWords()
const found = shallowRef<Option[]>([])
const problem = ref('')
const names = new Map<string, string>()
/** What is typed and not chosen yet. */
const typed = ref<string>()
const shown = computed(
  () => typed.value ?? (draft.value === null ? '' : (names.get(draft.value) ?? props.said ?? draft.value)),
)
let asked = 0
async function look(words: string) {
  const mine = ++asked
  try {
    const answer = await props.find(words.trim())
    if (mine !== asked) return
    for (const one of answer) names.set(one.value, one.label)
    found.value = [...answer]
    problem.value = ''
  } catch (error) {
    if (mine !== asked) return
    found.value = []
    problem.value = error instanceof Error ? error.message : String(error)
  }
}
async function choose(value: string | null) {
  typed.value = undefined
  put(value)
  await settle()
}
/** What is typed and was not chosen is no answer: the field shows what is chosen. Emptied, it is nobody. */
async function leave() {
  const words = typed.value?.trim()
  if (words === '') return choose(null)
  const [only] = found.value
  if (words && found.value.length === 1 && only?.label.toLowerCase() === words.toLowerCase())
    return choose(only.value)
  typed.value = undefined
}
const home = useOverlayHome()
const box = ref<InstanceType<typeof AutoComplete> & { $el: HTMLElement }>()
onMounted(() => props.focuses && box.value?.$el.querySelector('input')?.focus())
</script>

<template>
  <KitField
    v-slot="{ id, describedBy, invalid }"
    v-bind="framed({ ...props, error: error ?? (problem || undefined) })"
    :failed="failed"
    :theirs="
      theirs === undefined ? undefined : theirs === null ? say('kit.nothing') : (names.get(theirs) ?? theirs)
    "
    @take-theirs="cancel"
  >
    <AutoComplete
      ref="box"
      :append-to="home"
      :input-id="id"
      :name="name"
      :model-value="shown"
      :suggestions="found"
      option-label="label"
      :delay="150"
      :min-length="0"
      :complete-on-focus="!lists"
      :dropdown="lists"
      auto-option-focus
      :placeholder="placeholder ?? say('kit.find')"
      :disabled="disabled"
      :invalid="invalid"
      :pt="{ pcInputText: { root: { 'aria-describedby': describedBy } } }"
      :fluid="!bare"
      @complete="look($event.query)"
      @update:model-value="typeof $event === 'string' && (typed = $event)"
      @option-select="choose($event.value.value)"
      @blur="leave"
    >
      <template #option="{ option }">
        <span>{{ option.label }}</span>
        <span v-if="option.note" class="quiet small note">{{ option.note }}</span>
      </template>
      <template #empty
        ><span class="quiet">{{ say('kit.nothingFound') }}</span></template
      >
    </AutoComplete>
  </KitField>
</template>

<style scoped>
.note {
  margin-left: 0.8em;
}
</style>
