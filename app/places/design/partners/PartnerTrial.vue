<script setup lang="ts">
import { present } from '~~/core/lookup'
import { UNSAID_WORDS, UNTAKEN_WORDS, type Offer } from '~~/core/partner'
import { momentInWords } from '~~/core/time'

// The draft tried on a ticket that is there: what would be said of it, and what would become of what they say.
const props = defineProps<{ id: string; offer: Offer | null; name: string; version: number }>()
type Trial = AnswerOf<'POST /api/partners/{id}/trial'>
const { busy, error, run } = useDeed()
const reference = ref('')
const says = ref<Record<string, string>>({})
const trial = ref<Trial>()
const session = useSession()
const time = useDeskTime()
const when = (at: number) => momentInWords(at, present(session.me).zone, time.now)
const gives = computed(() => props.offer?.gives ?? [])
async function go() {
  const said = Object.entries(says.value).filter(([, value]) => value !== '')
  const body = { reference: Number(reference.value), says: Object.fromEntries(said) }
  await run(async () => {
    trial.value = await api('POST /api/partners/{id}/trial', { path: { id: props.id }, body })
    return true
  })
}
// What was tried is of the draft as it was then.
watch(
  () => props.version,
  () => trial.value && go(),
)
const optionsOf = (values: readonly { id: string; name: string }[]) =>
  values.map(({ id, name }) => ({ value: id, label: name }))
</script>

<template>
  <section aria-labelledby="trial">
    <h2 id="trial">Try it on a ticket</h2>
    <form novalidate @submit.prevent="go">
      <div class="asked">
        <KitText
          v-model="reference"
          label="Ticket"
          placeholder="its number"
          :error="error?.on('reference')"
        />
        <template v-for="field in gives" :key="field.id">
          <KitChoice
            v-if="field.values"
            :label="`${name} says: ${field.name}`"
            placeholder="nothing of it"
            clears
            :model-value="says[field.id] || null"
            :options="optionsOf(field.values)"
            @update:model-value="says = { ...says, [field.id]: $event ?? '' }"
          />
          <KitText
            v-else
            :label="`${name} says: ${field.name}`"
            placeholder="nothing of it"
            :model-value="says[field.id] ?? ''"
            @update:model-value="says = { ...says, [field.id]: $event }"
          />
        </template>
      </div>
      <KitButton type="submit" :busy="busy" :disabled="!/^\d+$/.test(reference.trim())">Try it</KitButton>
    </form>
    <KitError :error="error" />
    <div v-if="trial" role="status">
      <p>
        <NuxtLink :to="`/desk/${trial.reference}`"
          ><span class="num">{{ trial.reference }}</span> {{ trial.summary }}</NuxtLink
        >
        {{ trial.goes ? 'would go to them by the rule.' : '' }}
      </p>
      <div class="both">
        <div>
          <h3>They would be told</h3>
          <p v-if="!trial.sent.length" class="quiet">nothing</p>
          <ul>
            <li v-for="one in trial.sent" :key="one.field">
              {{ one.name }}: <b v-if="one.why === null">{{ one.at === null ? one.words : when(one.at) }}</b>
              <span v-else class="quiet">nothing ({{ one.words }}: {{ UNSAID_WORDS[one.why] }})</span>
            </li>
          </ul>
        </div>
        <div>
          <h3>Of what they say</h3>
          <p v-if="!trial.taken.length" class="quiet">choose above what they say</p>
          <ul>
            <li v-for="one in trial.taken" :key="`${one.field}-${one.to}`">
              {{ one.name }} “{{ one.says }}”:
              <b v-if="one.why === null">{{ one.to }} {{ one.becomes }}</b>
              <span v-else class="quiet">nothing ({{ UNTAKEN_WORDS[one.why] }})</span>
            </li>
          </ul>
          <p v-if="trial.clocks">
            {{ trial.clocks === 'pause' ? 'Our promises rest.' : 'Our promises go on.' }}
          </p>
          <p v-if="trial.begins" class="quiet">As a new ticket it begins as “{{ trial.begins }}”.</p>
        </div>
      </div>
    </div>
  </section>
</template>

<style scoped>
.asked,
.both {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}
.both > div {
  flex: 1;
  min-width: 240px;
}
h3 {
  margin: 8px 0 2px;
}
</style>
