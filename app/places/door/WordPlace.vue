<script setup lang="ts">
// The link of a message that asks for somebody's word: they say it here, once, or ask the requester something first.
// Opening it alone does nothing, since programs that look through mails open links too.
const props = defineProps<{ token: string }>()
const path = { token: props.token }
const {
  data: page,
  error: missing,
  refetch,
} = await usePageQuery({
  key: ['words', props.token],
  query: () => api('GET /api/words/{token}', { path }),
})
const { say, problem, moment, language } = usePortalWords()
if (page.value) language.value = page.value.language
const done = usePageState<'said' | 'asked' | undefined>('word-done', () => undefined)
async function ended() {
  done.value = 'asked'
  await refetch()
}
</script>

<template>
  <LinkSheet
    :title="page?.text ?? ''"
    :language="language"
    :error="missing && !page ? problem(missing) : undefined"
  >
    <p v-if="done" class="notice good" role="status">
      {{ done === 'said' ? say('duty.thanks') : say('duty.askedThanks', { name: page?.requester ?? '' }) }}
    </p>
    <template v-if="page && done !== 'said'">
      <p class="quiet">
        {{ say('link.whom', { name: page.person }) }} ·
        {{ say('duty.asks', { name: page.requester, item: page.item })
        }}<template v-if="page.due">
          · {{ say('duty.due', { when: moment(page.due, page.zone, page.openedAt) }) }}</template
        >
      </p>
      <AnswerList :answers="page.answers" />
      <WordForm
        id="word"
        :requester="page.requester"
        :queries="page.queries"
        :say="(word) => api('POST /api/words/{token}', { path, body: word })"
        :ask="(text) => api('POST /api/words/{token}/question', { path, body: { text } })"
        :label="page.text"
        @said="done = 'said'"
        @asked="ended"
      />
    </template>
  </LinkSheet>
</template>
