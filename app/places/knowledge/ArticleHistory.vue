<script setup lang="ts">
import { dayAndMonth, timeOfDay } from '~~/core/time'
import type { Article } from './article'
import { asItIs } from './article'
import { compareText } from './compareText'

// What an article said before, beside what it says now; an older text can be brought back.
const props = defineProps<{ article: Article; zone: string; shown: boolean }>()
const emit = defineEmits<{ 'update:shown': [shown: boolean]; back: [version: number] }>()
const session = useSession()
const path = computed(() => ({ article: props.article.id }))
const list = useQuery({
  key: () => ['article', props.article.id, 'versions'],
  query: ({ signal }) => api('GET /api/articles/{article}/versions', { path: path.value, signal }),
  enabled: () => props.shown,
})
const older = computed(() =>
  (list.data.value?.rows ?? []).filter((one) => one.version !== props.article.version),
)
const options = computed(() =>
  older.value.map(({ version, at, by }) => ({
    value: version,
    label: `${version} · ${dayAndMonth(at, props.zone)} ${timeOfDay(at, props.zone)}, ${by}`,
  })),
)
const chosen = ref<number | null>(null)
watch(older, ([first]) => (chosen.value ??= first?.version ?? null), { immediate: true })
const version = useQuery({
  key: () => ['article', props.article.id, 'versions', chosen.value ?? 0],
  query: ({ signal }) =>
    api('GET /api/articles/{article}/versions/{version}', {
      path: { ...path.value, version: chosen.value ?? 0 },
      signal,
    }),
  enabled: () => props.shown && chosen.value !== null,
})
const before = computed(() => version.data.value)
const written = ({ title, keywords, body }: { title: string; keywords: string; body: string }) =>
  [title, keywords && `(${keywords})`, body].filter(Boolean).join('\n\n')
const parts = computed(() => before.value && compareText(written(before.value), written(props.article)))
const isSame = computed(() => parts.value?.every((one) => one.of === 'both'))

const { busy, error, run } = useDeed()
async function bringBack() {
  const was = before.value
  if (!was) return
  const { title, keywords, body } = was
  const changed = { ...asItIs(props.article), title, keywords, body }
  const done = await run(() => api('PATCH /api/articles/{article}', { path: path.value, body: changed }))
  if (done) emit('back', was.version)
}
</script>

<template>
  <KitDialog wide title="What it said before" :shown="shown" @update:shown="emit('update:shown', $event)">
    <KitError :error="list.error.value ?? version.error.value ?? error" />
    <p v-if="list.isLoading.value" class="quiet" role="status">Reading its history …</p>
    <p v-else-if="!older.length" class="quiet">
      Its words are as they were first written. Each change of them is kept here.
    </p>
    <template v-else>
      <KitChoice v-model="chosen" label="Version" :options="options" />
      <p class="quiet small">
        <del>Taken out</del> since then, and <ins>put in</ins>; now it is version {{ article.version }}.
      </p>
      <p v-if="isSame" role="status">Both say the same.</p>
      <!-- eslint-disable-next-line prettier/prettier -- spaces and lines are those of the text -->
      <div v-if="parts" class="text" tabindex="0" role="region" aria-label="What changed">
        <template v-for="(part, at) in parts" :key="at"
          ><del v-if="part.of === 'before'">{{ part.text }}</del
          ><ins v-else-if="part.of === 'now'">{{ part.text }}</ins
          ><template v-else>{{ part.text }}</template></template
        >
      </div>
    </template>
    <template #foot>
      <KitButton
        v-if="before && !isSame && session.may('writeKnowledge')"
        kind="act"
        :busy="busy"
        @click="bringBack"
        >Bring version {{ before.version }} back</KitButton
      >
      <KitButton kind="plain" @click="emit('update:shown', false)">Close</KitButton>
    </template>
  </KitDialog>
</template>

<style scoped>
.text {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  max-height: 52vh;
  overflow-y: auto;
  border: 1px solid var(--rule);
  padding: 8px 12px;
}
ins {
  background: var(--sea-2);
  text-decoration: underline;
}
del {
  background: var(--red-2);
}
</style>
