<script setup lang="ts">
import { keptId, type Finding } from '~~/core/design'
import { MENDING } from './mending'

// What proofreading found, with what puts it right, and the way to leave a remark as it is.
const props = defineProps<{ finding: Finding }>()
const draft = inject(MENDING, undefined)
const mayMend = computed(() => draft !== undefined && !draft.readonly.value)
const isKept = computed(() => props.finding.kept !== undefined)
const mark = computed(() => (isKept.value ? '✓' : props.finding.severity === 'error' ? '⚑' : '◐'))
const said = computed(() => (isKept.value ? 'kept remark' : props.finding.severity))
const keeping = ref(false)
const because = ref('')
const problem = ref('')

const mend = () => draft?.changeAll(props.finding.mend?.steps ?? [])
const before = () => {
  const id = keptId(props.finding)
  return { id, one: draft?.design.value?.kept.find((kept) => kept.id === id) ?? null }
}
async function keep() {
  if (!because.value.trim()) return (problem.value = 'Write why, so that others know.')
  const { id, one } = before()
  const after = { id, says: props.finding.message, because: because.value.trim() }
  if (await draft?.changeAll([{ list: 'kept', id, before: one, after }])) keeping.value = false
}
async function lookAgain() {
  const { id, one } = before()
  await draft?.changeAll([{ list: 'kept', id, before: one, after: null }])
}
</script>

<template>
  <div class="finding" :class="isKept ? 'kept' : finding.severity">
    <span aria-hidden="true">{{ mark }}&nbsp;</span><span class="sr-only">{{ said }}: </span
    >{{ finding.message
    }}<template v-if="isKept"
      ><span class="quiet">, kept as it is: </span><q>{{ finding.kept }}</q></template
    >
    <span v-if="mayMend" class="acts">
      <KitButton v-if="finding.mend && !isKept" kind="link" @click="mend">{{ finding.mend.words }}</KitButton>
      <KitButton
        v-if="finding.severity === 'remark' && !isKept"
        kind="link"
        :aria-expanded="keeping"
        @click="keeping = !keeping"
        >Keep it, because …</KitButton
      >
      <KitButton v-if="isKept" kind="link" @click="lookAgain">Look at it again</KitButton>
    </span>
    <form v-if="keeping" class="why" @submit.prevent="keep" @keydown.esc.stop="keeping = false">
      <KitText
        v-model="because"
        label="It is kept, because"
        :most="300"
        :error="problem || undefined"
        focuses
      />
      <KitButton type="submit">Keep it</KitButton>
      <KitButton kind="plain" @click="keeping = false">Leave it open</KitButton>
    </form>
  </div>
</template>

<style scoped>
.finding {
  font-size: 0.9rem;
  max-width: 86ch;
}
.error {
  color: var(--red);
  font-weight: 600;
}
.remark {
  color: var(--brass);
}
.kept {
  color: var(--ink-3);
}
.acts {
  font-weight: 400;
  white-space: nowrap;
}
.acts > * {
  margin-left: 8px;
}
.why {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 6px 10px;
  margin-top: 4px;
  color: var(--ink);
  font-weight: 400;
}
.why > :first-child {
  flex: 1 1 16rem;
  max-width: 28rem;
}
</style>
