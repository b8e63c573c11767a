<script setup lang="ts">
import type { Portal, PortalInk } from '~~/core/intake'
import { LANGUAGE_NAMES, LANGUAGES, languagesOf, say } from '~~/core/words'
import { spoken } from './portals'

// What a portal is called, says and looks like, and in which languages.
const props = defineProps<{ portal: Portal; disabled: boolean }>()
const emit = defineEmits<{ change: [change: Partial<Portal>] }>()

const put = (change: Partial<Portal>) => emit('change', change)
function rename(name: string) {
  if (!name.trim()) throw new Error('Write what the portal is called.')
  put({ name: name.trim() })
}
const orNone = (text: string) => text.trim() || undefined
const INKS: { value: PortalInk; label: string }[] = [
  { value: 'sea', label: 'sea green' },
  { value: 'brass', label: 'brass' },
  { value: 'ink', label: 'blue-black' },
]
const tongues = LANGUAGES.map((value) => ({ value, label: LANGUAGE_NAMES[value] }))
const read = computed(() => languagesOf(props.portal))
const first = computed(() => tongues.filter((one) => read.value.includes(one.value)))
</script>

<template>
  <section aria-labelledby="words">
    <h2 id="words">What it says</h2>
    <div class="pairs">
      <KitText label="Name" :model-value="portal.name" :disabled="disabled" :commit="rename" />
      <KitText
        label="Words beside it"
        :model-value="portal.motto"
        :disabled="disabled"
        :commit="(motto: string) => put({ motto })"
      />
      <KitText
        class="wide"
        label="The question on top"
        :placeholder="say('en', 'index.need')"
        :model-value="portal.question ?? ''"
        :disabled="disabled"
        :most="120"
        :commit="(question: string) => put({ question: orNone(question) })"
      />
      <KitText
        label="Mark, one or two letters"
        :most="2"
        :model-value="portal.mark ?? ''"
        :disabled="disabled"
        :commit="(mark: string) => put({ mark: orNone(mark) })"
      />
      <KitChoice
        label="Ink of what can be pressed"
        :model-value="portal.ink ?? 'sea'"
        :options="INKS"
        :disabled="disabled"
        @update:model-value="put({ ink: $event === 'sea' ? undefined : ($event ?? undefined) })"
      />
      <KitTicks
        label="It is read in"
        :model-value="read"
        :options="tongues"
        :disabled="disabled"
        @update:model-value="$event.length && put(spoken($event))"
      />
      <div v-if="read.length > 1">
        <KitChoice
          label="Where nobody wants another, in"
          :model-value="read[0]!"
          :options="first"
          :disabled="disabled"
          @update:model-value="$event && put(spoken([$event, ...read.filter((one) => one !== $event)]))"
        />
        <NuxtLink class="small" to="/design/languages">What they say</NuxtLink>
      </div>
    </div>
  </section>
</template>
