<script setup lang="ts" generic="Body extends object">
import { bodyOf, newWordsIn, type BodyField, type Typed } from '~/composables/bodyOf'

// A form of plain fields that is sent as one body; what was typed stays through errors.
const props = defineProps<{
  fields: BodyField[]
  /** What is filled in at first, by name. */
  values: Record<string, string | number | null | undefined>
  verb: string
  prefix: string
  /** The fields make up what it takes; what is left empty is left out. */
  send: (body: Body) => Promise<unknown>
}>()
const emit = defineEmits<{ done: []; close: [] }>()
// A field for a number gives a number.
const typed = reactive<Typed>(
  Object.fromEntries(props.fields.map(({ name }) => [name, String(props.values[name] ?? '')])),
)
const deed = useDeed()
const form = ref<HTMLFormElement>()
onMounted(() => form.value?.querySelector<HTMLElement>('input, select, textarea')?.focus())

/** Words that would be new, once somebody has been asked. */
const asked = ref<ReturnType<typeof newWordsIn>>([])
watch(typed, () => (asked.value = []))

async function submit() {
  const words = newWordsIn(props.fields, typed)
  if (words.length && !asked.value.length) {
    deed.error.value = undefined
    asked.value = words
    return
  }
  const body = bodyOf(props.fields, typed) as Body
  if ((await deed.run(async () => ({ got: await props.send(body) }))) !== undefined) emit('done')
}
</script>

<template>
  <form ref="form" class="panel" novalidate @submit.prevent="submit" @keydown.esc.stop="emit('close')">
    <div class="grid">
      <div
        v-for="field in fields"
        :key="field.name"
        class="field"
        :class="{ wide: field.type === 'longText' }"
      >
        <label :for="`${prefix}-${field.name}`">{{ field.label }}</label>
        <select
          v-if="field.options"
          :id="`${prefix}-${field.name}`"
          v-model="typed[field.name]"
          class="p-inputtext"
          :aria-describedby="`${prefix}-${field.name}-error`"
        >
          <option value="">–</option>
          <option v-for="one in field.options" :key="one.value" :value="one.value">{{ one.label }}</option>
        </select>
        <textarea
          v-else-if="field.type === 'longText'"
          :id="`${prefix}-${field.name}`"
          v-model="typed[field.name]"
          class="p-inputtext"
          :rows="field.name === 'body' ? 14 : 2"
          :aria-describedby="`${prefix}-${field.name}-error`"
        />
        <template v-else>
          <input
            :id="`${prefix}-${field.name}`"
            v-model="typed[field.name]"
            class="p-inputtext"
            :type="field.type ?? 'text'"
            :step="field.type === 'number' ? 'any' : undefined"
            :list="field.offers && `${prefix}-${field.name}-offers`"
            :aria-describedby="`${prefix}-${field.name}-error`"
          />
          <datalist v-if="field.offers" :id="`${prefix}-${field.name}-offers`">
            <option v-for="one in field.offers" :key="one" :value="one" />
          </datalist>
        </template>
        <p v-if="field.help" class="help small quiet">{{ field.help }}</p>
        <p :id="`${prefix}-${field.name}-error`" class="error-text">{{ deed.error.value?.on(field.name) }}</p>
      </div>
    </div>
    <p v-if="deed.error.value" class="notice bad" role="alert">{{ deed.error.value.problem.detail }}</p>
    <p v-for="one in asked" :key="one.field.name" class="notice" role="alert">
      “{{ one.text }}” would be a new {{ one.field.label.toLowerCase() }}. Known are:
      {{ one.field.offers?.join(', ') }}. If it is meant to be new, press once more.
    </p>
    <button class="act main" type="submit" :disabled="deed.busy.value">
      {{ asked.length ? `${verb}, with what is new` : verb }}
    </button>
    &nbsp;<button class="act plain" type="button" @click="emit('close')">Leave it</button>
  </form>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 0 16px;
}
.field {
  margin-bottom: 0.5rem;
}
.wide {
  grid-column: 1 / -1;
}
textarea {
  width: 100%;
  font: inherit;
}
.help {
  margin: 0;
}
</style>
