<script setup lang="ts">
import { requestQuery, useRequest } from './useRequest'

// One request: how it stands, who has it, what was asked, what was said and what happened; and what its reader can do.
const props = defineProps<{ portal: string; reference: number }>()
const session = useSession()
const { say, moment, problem, language } = usePortalWords()
const zone = computed(() => session.me?.zone ?? 'Europe/London')
const { data: page, error } = await usePageQuery(requestQuery(props.reference))
const request = useRequest(props.portal, props.reference, page)
const { busy, refused, watching } = request
useHead({ title: () => page.value?.summary ?? say('ask.page') })
const when = (at: number) => moment(at, zone.value, page.value!.loggedAt)
const isOwn = computed(() => page.value?.reads === 'own')
const isDone = computed(() => page.value?.group === 'done')
const has = computed(() =>
  page.value?.technician ? say('request.has', { name: page.value.technician }) : say('request.nobodyHas'),
)
</script>

<template>
  <div class="sheet">
    <p>
      <NuxtLink :to="`/portal/${portal}/requests`">← {{ say('portal.mine') }}</NuxtLink>
    </p>
    <KitError v-if="error && !page" :error="problem(error)" />
    <template v-else-if="page">
      <h1>{{ page.summary }}</h1>
      <p>
        <span class="num quiet">{{ page.reference }}</span> · <b>{{ page.status }}</b><template
          v-if="!isDone"
        >
          · {{ has }}</template
        ><template v-if="!isOwn"> · {{ say('request.of', { name: page.requester }) }}</template>
      </p>
      <p class="notice" :class="{ good: !page.waitsForMe }">
        {{ promiseInWords(page, zone, language)
        }}<span v-if="!isDone && !page.waitsForMe" class="quiet"> ({{ zone }})</span>
      </p>
      <p v-if="page.expected && !isDone" class="quiet">
        {{ say('ask.takes', { time: page.expected }) }}
      </p>
      <form v-if="!isOwn" v-bind="watching.attrs" @submit.prevent="watching.submit">
        <p v-if="page.reads === 'watched'" class="quiet">
          {{ say('request.watched', { name: page.requester }) }}
          <KitButton kind="link" :busy="busy" v-bind="watching.button('leave')">{{
            say('request.unwatch')
          }}</KitButton>
        </p>
        <KitButton v-else :busy="busy" v-bind="watching.button('watch')">{{
          say('request.watch')
        }}</KitButton>
        <KitError v-if="page.reads === 'colleague'" :error="refused && problem(refused)" />
      </form>
      <RequestSteps
        v-if="page.steps.length"
        :steps="page.steps"
        :ready="page.readyBy"
        :zone="zone"
        :since="page.loggedAt"
      />
      <RequestAssist :request="request" :zone="zone" />
      <RequestVisits :request="request" :zone="zone" />
      <RequestVerdict v-if="page.asksVerdict" :request="request" />
      <dl v-if="page.fields.length" class="kept">
        <template v-for="one in page.fields" :key="one.name">
          <dt>{{ one.label }}</dt>
          <dd>{{ one.answer }}</dd>
        </template>
      </dl>
      <h2>{{ say(isOwn ? 'request.asked' : 'request.askedThen') }}</h2>
      <AnswerList :answers="page.answers" />
      <template v-for="one in page.answeredLater" :key="one.task">
        <h3>{{ one.text }}</h3>
        <p class="quiet small">{{ one.by }} · {{ when(one.at) }}</p>
        <AnswerList :answers="one.answers" />
      </template>
      <h2>{{ say('request.conversation') }}</h2>
      <p v-if="page.conversation.length === 0" class="quiet">{{ say('request.nobody') }}</p>
      <div v-for="(one, index) in page.conversation" :key="index" class="say" :class="{ mine: one.mine }">
        <div class="quiet small">{{ one.by }} · {{ when(one.at) }}</div>
        <SaidText v-bind="one" :reference="reference" />
      </div>
      <RequestAnswer v-if="page.reads !== 'colleague'" :request="request" />
      <h2>{{ say('request.happened') }}</h2>
      <ol class="happened">
        <li v-for="(one, index) in page.happened" :key="index">
          <span class="quiet num">{{ when(one.at) }}</span> {{ one.says }}
        </li>
      </ol>
    </template>
  </div>
</template>

<style scoped>
.sheet {
  max-width: 680px;
}
h1 {
  font-size: 1.9rem;
}
h2,
.sheet :deep(section > h2) {
  border-bottom: 3px double var(--rule-2);
  padding-bottom: 3px;
  margin-top: 22px;
}
dl {
  display: grid;
  grid-template-columns: minmax(140px, 45%) 1fr;
}
dt {
  color: var(--ink-3);
}
dd {
  margin: 0;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.say {
  border: 1px solid var(--rule);
  padding: 8px 12px;
  margin: 8px 0;
}
.say.mine {
  background: var(--page-2);
  margin-left: 40px;
}
.happened {
  list-style: none;
  margin: 0;
  padding: 0;
}
.happened li {
  padding: 3px 0;
}
.happened .num {
  display: inline-block;
  min-width: 110px;
}
</style>
