<script setup lang="ts">
import type { Choices } from '~/composables/useChoices'

// Whether somebody asks for themselves or for a colleague, and for whom.
const props = defineProps<{
  /** Empty where it is for somebody who is not said yet; left out where it is for oneself. */
  colleague?: string
  choices: Choices
  error?: string
}>()
const emit = defineEmits<{ choose: [person: string | undefined] }>()
const session = useSession()
const { say } = usePortalWords()

const isOther = computed(() => props.colleague !== undefined)
const OPTIONS = [
  { value: 'me', label: say('ask.forMe') },
  { value: 'colleague', label: say('ask.forColleague') },
]
const turn = (to: string) => emit('choose', to === 'colleague' ? '' : undefined)
const find = async (words: string) =>
  (await props.choices.find('person', words)).filter(({ value }) => value !== session.me?.id).slice(0, 50)
const said = computed(() => props.colleague && props.choices.nameOf('person', props.colleague))
onMounted(() => {
  if (props.colleague) void props.choices.know('person', props.colleague).catch(() => undefined)
})
</script>

<template>
  <div>
    <KitRadio
      id="q-for"
      name="for"
      :label="say('ask.forWhom')"
      :model-value="isOther ? 'colleague' : 'me'"
      :options="OPTIONS"
      @update:model-value="turn"
    />
    <KitFinder
      v-if="isOther"
      id="q-requester"
      name="requester"
      :label="say('ask.colleague')"
      :model-value="colleague || null"
      :said="said"
      :find="find"
      :error="error"
      lists
      @update:model-value="emit('choose', $event ?? '')"
    />
  </div>
</template>
