<script setup lang="ts">
import { VERDICTS } from '~~/core/ticket/command'
import type { useRequest } from './useRequest'

// It is done, says the desk: whether it is solved for whoever asked, and how it was done, each in one press.
const props = defineProps<{ request: ReturnType<typeof useRequest> }>()
const { page, state, busy, verdict, word } = props.request
const { say } = usePortalWords()
const isAsked = computed(() => !page.value?.confirmed && !page.value?.rating && !state.value.notSolved)
</script>

<template>
  <section v-if="page && !state.notSolved" aria-labelledby="verdict-asked">
    <h2 id="verdict-asked">{{ say(isAsked ? 'request.isSolved' : 'request.how') }}</h2>
    <p v-if="page.confirmed" role="status">{{ say('request.thanks') }}</p>
    <form v-bind="verdict.attrs" @submit.prevent="verdict.submit">
      <p v-if="isAsked" class="presses">
        <KitButton kind="main" :busy="busy" v-bind="verdict.button('yes')">{{
          say('request.yes')
        }}</KitButton>
        <KitButton kind="plain" :busy="busy" v-bind="verdict.button('no')">{{ say('request.no') }}</KitButton>
      </p>
      <p v-else class="presses">
        <KitButton
          v-for="one in VERDICTS"
          :key="one"
          :kind="page.rating?.verdict === one ? 'main' : 'plain'"
          :aria-pressed="page.rating?.verdict === one"
          :busy="busy"
          v-bind="verdict.button(one)"
          >{{ say(`request.${one}`) }}</KitButton
        >
        <KitButton kind="link" :busy="busy" v-bind="verdict.button('no')">{{ say('request.no') }}</KitButton>
      </p>
    </form>
    <form v-if="page.rating" v-bind="word.attrs" class="word" @submit.prevent="word.submit">
      <p role="status">{{ say('request.rated', { verdict: say(`request.${page.rating.verdict}`) }) }}</p>
      <KitText v-model="state.word" name="word" :label="say('request.word')" :most="200" />
      <KitButton kind="plain" :busy="busy" v-bind="word.button('add')">{{
        say('request.addWord')
      }}</KitButton>
    </form>
  </section>
</template>

<style scoped>
.presses {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.word {
  max-width: 460px;
}
</style>
