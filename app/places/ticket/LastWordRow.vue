<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import { madeBy, type TalkLine } from '~~/core/ticket'

// The last that requester and desk said to each other, shortened; all of it stands in the conversation.
const props = defineProps<{
  line: TalkLine
  /** Names of people by id. */
  people: Readonly<Record<string, string>>
  now: number
  zone: string
}>()
const LONG = 220
const words = computed(() => {
  const text = props.line.text.replace(/\s+/g, ' ').trim()
  return text.length > LONG ? `${text.slice(0, LONG).replace(/\s\S*$/, '')} …` : text
})
const files = computed(() => props.line.attachments?.length ?? 0)
</script>

<template>
  <TicketRow title="Last word" :note="momentInWords(line.at, zone, now)">
    <b v-if="line.entry">{{ madeBy(line.entry, { people }) }}</b>:
    <template v-if="words">“{{ words }}”</template>
    <span v-if="files" class="quiet small"> {{ files === 1 ? 'a file' : `${files} files` }}</span>
  </TicketRow>
</template>
