<script setup lang="ts">
import type { useAsking } from './useAsking'

// What may solve it already is offered once, before the request goes to the desk.
const props = defineProps<{
  asking: ReturnType<typeof useAsking>
  offered: AnswerOf<'GET /api/portals/{portal}/first'>
}>()
const { say, problem } = usePortalWords()
const { state, busy } = props.asking
const addressOf = (article: number, file: string) =>
  linkTo('GET /api/portals/{portal}/articles/{article}/attachments/{file}', {
    path: { portal: props.asking.portal, article, file },
  })
const sheet = ref<HTMLElement>()
onMounted(() => sheet.value?.focus())
</script>

<template>
  <section ref="sheet" tabindex="-1" class="first" aria-labelledby="first">
    <h1 id="first">{{ say('ask.first') }}</h1>
    <p>{{ say('ask.oneOfThese') }}</p>
    <form v-bind="asking.offer.attrs" @submit.prevent="asking.offer.submit">
      <KitHidden name="kept" :value="asking.kept(false)" />
      <div v-for="notice in offered.notices" :key="`n${notice.id}`" class="offer">
        <b>{{ say('notice.known', { title: notice.title }) }}</b>
        <p v-if="notice.body">{{ notice.body }}</p>
        <KitButton :busy="busy" v-bind="asking.offer.button(`notice:${notice.id}`)">
          {{ say('ask.thatIsIt') }}
        </KitButton>
      </div>
      <div v-for="article in offered.articles" :key="`a${article.id}`" class="offer">
        <details>
          <summary>{{ article.title }}</summary>
          <LazyRichText :text="article.body" :file="(file) => addressOf(article.id, file)" />
        </details>
        <KitButton :busy="busy" v-bind="asking.offer.button(`article:${article.id}`)">
          {{ say('article.solved') }}
        </KitButton>
      </div>
      <p>
        <KitButton kind="main" :busy="busy" v-bind="asking.offer.button('send')">
          {{ say(busy ? 'ask.sending' : 'ask.anyway') }}
        </KitButton>
        &nbsp;<KitButton kind="plain" v-bind="asking.offer.button('form')">{{ say('ask.toForm') }}</KitButton>
      </p>
      <KitError :error="state.error && problem(state.error)" />
    </form>
  </section>
</template>

<style scoped>
h1 {
  font-size: 1.9rem;
}
.first:focus {
  outline: none;
}
.offer {
  border: 1px solid var(--rule);
  padding: 10px 14px;
  margin: 8px 0;
}
.offer p {
  margin: 4px 0 8px;
}
.offer details {
  margin-bottom: 8px;
}
.offer summary {
  font-weight: 600;
  cursor: pointer;
  min-height: 26px;
}
</style>
