<script setup lang="ts">
import { useAsking } from './useAsking'

// The form of something that can be asked for at a portal.
const props = defineProps<{
  portal: string
  asked: AnswerOf<'GET /api/portals/{portal}/items/{item}'>
}>()
const { say, problem } = usePortalWords()
const asking = useAsking(props.portal, () => props.asked)
const { state, form, choices, zone, busy, steps, paged, at, isLast, onPage, sheet } = asking
const cannotChoose = ref<unknown>()
await choices.need(form.namedTypes.value).catch((error: unknown) => (cannotChoose.value = error))
</script>

<template>
  <SentRequest v-if="state.sent" :portal="portal" :request="state.sent" :zone="zone" />
  <section v-else-if="state.solved" aria-live="polite">
    <h1>{{ say('ask.goodToKnow') }}</h1>
    <p>{{ say('ask.nothingSent') }}</p>
    <p>
      <NuxtLink :to="`/portal/${portal}`">{{ say('ask.all') }}</NuxtLink>
    </p>
  </section>
  <FirstOffer v-else-if="state.first" :asking="asking" :offered="state.first" />
  <div v-else>
    <p>
      <NuxtLink :to="`/portal/${portal}`">← {{ say('ask.all') }}</NuxtLink>
    </p>
    <h1>{{ asked.item.name }}</h1>
    <p class="quiet">{{ asked.item.description }}</p>
    <AtHand :portal="portal" :item="asked.item.id" :on="asked.isAtHand" />
    <p v-if="asked.item.expected">{{ say('ask.takes', { time: asked.item.expected }) }}</p>
    <form v-bind="sheet.attrs" @submit.prevent="sheet.submit">
      <KitHidden name="kept" :value="asking.kept(true)" />
      <p v-if="state.asBefore" class="notice" role="status">
        {{ say('ask.asBefore') }}
        <KitButton kind="link" type="button" @click="asking.anew">{{ say('ask.anew') }}</KitButton>
      </p>
      <KitError v-if="cannotChoose" :error="problem(cannotChoose)" />
      <template v-if="at === 0">
        <ForWhom
          v-if="asked.forColleagues"
          :colleague="state.colleague"
          :choices="choices"
          :error="state.problems.for"
          @choose="asking.askFor"
        />
        <CategoryPick
          :choices="asked.categories"
          :picked="state.picked"
          :error="state.problems.category"
          @pick="state.picked = $event"
        />
      </template>
      <FormFields
        :steps="onPage"
        :library="form.library.value"
        :answers="form.answers"
        :shown="form.shown.value"
        :asker="asked.asker"
        :problems="state.problems"
        :zone="zone"
        :choices="choices"
        @answer="form.put"
      />
      <HelpWhileTyping
        v-if="asked.hasArticles || asked.hasKnown"
        :portal="portal"
        :words="asking.words.value"
        :item="asked.item.id"
        @offered="asking.offered"
      />
      <KitError :error="state.error && problem(state.error)" />
      <p class="acts">
        <!-- The first button is the one that Enter presses. -->
        <KitButton kind="main" class="send" :busy="busy" v-bind="sheet.button(isLast ? 'send' : 'next')">
          {{ say(busy ? 'ask.sending' : isLast ? 'ask.send' : 'ask.next') }}
        </KitButton>
        <KitButton v-if="paged && at > 0" kind="plain" class="send" v-bind="sheet.button('back')">
          {{ say('ask.back') }}
        </KitButton>
      </p>
      <p v-if="state.isKept" class="quiet small" role="status">{{ say('ask.keeps') }}</p>
      <StepsOfForm v-if="paged" class="steps" :steps="steps" :at="at" :button="sheet.button" />
    </form>
  </div>
</template>

<style scoped>
h1 {
  font-size: 1.9rem;
}
form {
  display: flex;
  flex-direction: column;
}
/* Seen above what is asked; after the button in the document, since Enter presses the first one. */
.steps {
  order: -1;
}
.acts {
  display: flex;
  flex-direction: row-reverse;
  justify-content: flex-end;
  gap: 10px;
}
.send {
  font-size: 1rem;
  padding: 0.5rem 1.2rem;
}
</style>
