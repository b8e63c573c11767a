<script setup lang="ts">
import type { DesignStep } from '~~/core/design'
import { momentInWords } from '~~/core/time'
import type { DraftPage } from '~/composables/useDraft'
import { disputeInWords, disputesOf, textOf, type Dispute } from './disputes'

// What somebody else changed while it was changed here: both texts, with who and when, until one of them is chosen.
const props = defineProps<{ draft: DraftPage; refused: readonly DesignStep[] }>()
const emit = defineEmits<{ settle: [chosen: ReadonlyMap<string, 'mine' | 'theirs'>] }>()
const session = useSession()
const time = useDeskTime()
const disputes = computed(() => disputesOf(props.draft.design, props.refused))
const chosen = ref(new Map<string, 'mine' | 'theirs'>())
const open = computed(() => disputes.value.filter((one) => !chosen.value.has(one.key)))
const lines = computed(() =>
  open.value.map((one) => ({ ...one, ...disputeInWords(props.draft.design, one), who: whoOf(one) })),
)
const momentSaid = (at: number) => momentInWords(at, session.me?.zone ?? 'UTC', time.now)
/** Who changed it last, besides oneself. */
const whoOf = ({ step }: Dispute) =>
  props.draft.authors.find(
    (one) => one.list === step.list && one.thing === step.id && one.by !== session.me?.name,
  )
function choose(key: string, which: 'mine' | 'theirs') {
  chosen.value.set(key, which)
  if (!open.value.length) emit('settle', new Map(chosen.value))
}
// What somebody changed to the very same meanwhile is no dispute any more.
watch(
  () => props.refused.length > 0 && disputes.value.length === 0,
  (isOver) => isOver && emit('settle', new Map(chosen.value)),
  { immediate: true },
)
</script>

<template>
  <section v-if="lines.length" class="notice" aria-label="Changed by two people">
    <p role="status">
      You and somebody else changed the same. Both are kept until you choose; all else of both stands.
    </p>
    <div v-for="one in lines" :key="one.key" class="dispute">
      <p>
        <b>{{ one.name }}</b>
        <template v-if="textOf(one.mine) === undefined || textOf(one.theirs) === undefined"
          >: {{ one.says.join('; ') }}</template
        >
      </p>
      <dl v-if="textOf(one.mine) !== undefined && textOf(one.theirs) !== undefined">
        <dt>
          {{ one.who?.by ?? 'Somebody else'
          }}<template v-if="one.who"
            >&nbsp;<span class="num quiet">{{ momentSaid(one.who.at) }}</span></template
          >
        </dt>
        <dd>{{ textOf(one.theirs) }}</dd>
        <dt>You</dt>
        <dd>{{ textOf(one.mine) }}</dd>
      </dl>
      <p v-else class="quiet small">
        {{ one.who?.by ?? 'Somebody else' }} had changed it<span v-if="one.who" class="num">
          {{ momentSaid(one.who.at) }}</span
        >.
      </p>
      <p class="acts">
        <KitButton kind="plain" @click="choose(one.key, 'theirs')"
          >Leave {{ one.who ? `that of ${one.who.by}` : 'theirs' }}</KitButton
        >
        <KitButton @click="choose(one.key, 'mine')">Put yours in its place</KitButton>
      </p>
    </div>
  </section>
</template>

<style scoped>
.dispute {
  border-top: 1px dotted var(--rule);
  padding: 6px 0;
}
p {
  margin: 0 0 4px;
}
dl {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 2px 14px;
  margin: 0 0 6px;
}
dd {
  margin: 0;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
