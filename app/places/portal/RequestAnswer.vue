<script setup lang="ts">
import type { useRequest } from './useRequest'

// What is said to the desk about a request, and that it is needed no more.
const props = defineProps<{ request: ReturnType<typeof useRequest> }>()
const { page, state, busy, refused, answer } = props.request
const { say, problem, problemOn } = usePortalWords()
const isDone = computed(() => page.value?.group === 'done')
const label = computed(() =>
  say(!isDone.value ? 'request.answer' : state.value.notSolved ? 'request.whatIsNot' : 'request.reopen'),
)
</script>

<template>
  <form v-bind="answer.attrs" class="answer" @submit.prevent="answer.submit">
    <KitHidden name="kept" :value="state.files" />
    <KitLongText v-model="state.text" name="text" :label="label" :error="problemOn(refused, 'text')" />
    <SentFiles
      :files="state.files"
      name="files"
      :label="say('request.files')"
      @change="state.files = $event"
    />
    <KitError :error="refused && problem(refused)" />
    <p v-if="state.done" class="notice good" role="status">
      {{ say(state.done === 'answer' ? 'request.sent' : 'request.calledOff') }}
    </p>
    <KitButton kind="main" :busy="busy" v-bind="answer.button('answer')">
      {{ say(busy ? 'ask.sending' : 'request.send') }}
    </KitButton>
    <p v-if="!isDone && page?.reads === 'own'" class="small leave">
      <template v-if="state.leaving"
        >{{ say('request.sure') }}
        <KitButton kind="link" :busy="busy" v-bind="answer.button('withdraw')">{{
          say('request.callOff')
        }}</KitButton>
        &nbsp;<KitButton kind="link" v-bind="answer.button('stay')">{{ say('request.keep') }}</KitButton>
      </template>
      <KitButton v-else kind="link" v-bind="answer.button('leave')">{{ say('request.noMore') }}</KitButton>
    </p>
  </form>
</template>

<style scoped>
.answer {
  margin-top: 14px;
}
</style>
