<script setup lang="ts">
import {
  ASSIST_MEANS,
  ASSIST_PAPER_NAMES,
  ASSIST_PAPERS,
  assistMeansInWords,
  PLAIN_ASSIST,
  type AssistMeans,
  type AssistPaper,
  type AssistRules,
} from '~~/core/assist'
import { withoutGaps } from '~~/core/json'
import type { ArticleProps } from '~/composables/useDraft'

// How technicians look at machines from afar: what carries it, what they may ask for, and what requesters read of it.
const props = defineProps<ArticleProps>()
const rules = computed<AssistRules>(() => props.design.desk.assist ?? {})
const session = useSession()
function save(change: Partial<AssistRules>) {
  const assist = withoutGaps({ ...rules.value, ...change })
  const desk = withoutGaps({ ...props.design.desk, assist: Object.keys(assist).length ? assist : undefined })
  void props.change('desk', 'desk', props.design.desk, desk)
}
const means = ASSIST_MEANS.filter((one) => one !== 'see').map((value) => ({
  value,
  label: assistMeansInWords([value]),
}))
const papers = ASSIST_PAPERS.map((value) => ({ value, label: ASSIST_PAPER_NAMES[value] }))
const asked = computed(() => (rules.value.offers ?? PLAIN_ASSIST.offers).filter((one) => one !== 'see'))
const { busy, error, run } = useDeed()
const secret = ref('')
async function renew() {
  const made = await run(() => api('POST /api/webhooks/{webhook}/secret', { path: { webhook: ':assist' } }))
  secret.value = made?.secret ?? ''
}
</script>

<template>
  <section aria-labelledby="assist">
    <h2 id="assist">Assist sessions</h2>
    <p class="quiet">
      Technicians look at a requester’s machine from afar, once whoever sits at it agrees. A service carries
      it; docs/ASSIST.md says how any can be attached.
    </p>
    <KitText
      label="Address of the service"
      type="url"
      placeholder="none: no sessions are offered"
      :model-value="rules.service ?? ''"
      :disabled="readonly"
      :commit="(service: string) => save({ service: service.trim() || undefined })"
    />
    <div class="two">
      <KitTicks
        label="To see the screen may be asked for, and to"
        :model-value="asked"
        :options="means"
        :disabled="readonly"
        @update:model-value="(offers: AssistMeans[]) => save({ offers })"
      />
      <KitTicks
        label="Its requester reads, once it is over"
        :model-value="rules.shows ?? []"
        :options="papers"
        :disabled="readonly"
        @update:model-value="(shows: AssistPaper[]) => save({ shows: shows.length ? shows : undefined })"
      />
    </div>
    <div class="two">
      <KitDuration
        label="A code holds"
        :model-value="rules.waits ?? PLAIN_ASSIST.waits"
        :disabled="readonly"
        :commit="(waits: string) => save({ waits: waits || undefined })"
      />
      <KitDuration
        label="A session ends without a sign of life after"
        :model-value="rules.ends ?? PLAIN_ASSIST.ends"
        :disabled="readonly"
        :commit="(ends: string) => save({ ends: ends || undefined })"
      />
    </div>
    <template v-if="session.may('setSecrets') && rules.service">
      <KitButton kind="plain" :busy="busy" @click="renew">Give the service a new secret</KitButton>
      <p v-if="secret" role="status">
        <code>{{ secret }}</code>
        <span class="quiet small"> Shown this once; the one before holds for another day.</span>
      </p>
      <KitError :error="error" />
    </template>
  </section>
</template>

<style scoped>
.two {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 28px;
  align-items: flex-start;
}
code {
  overflow-wrap: anywhere;
}
</style>
