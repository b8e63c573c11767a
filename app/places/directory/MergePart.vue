<script setup lang="ts">
import { emptyOf, KINDS, type ListName, type Value } from '~~/core/directory'
import { toast } from '~/kit/toast'
import { addressOfThing, aKindOf, findThings, useLists, usesInWords, valueInWords } from './useThings'

// Two things that are one: which one stays, what of each is right, and what follows, looked at before anything is done.
const props = defineProps<{ list: ListName; id: string; name: string; version: number }>()
const emit = defineEmits<{ close: [] }>()
const kind = computed(() => KINDS[props.list])
const lists = useLists()
const find = findThings(props.list)
const other = ref<string | null>(null)
/** Whether the page that is open stays, and the other goes into it. */
const stays = ref<'other' | 'this'>('other')
const goes = computed(() => (stays.value === 'other' ? props.id : (other.value ?? '')))
const into = computed(() => (stays.value === 'other' ? (other.value ?? '') : props.id))
const chosen = ref<string[]>([])
watch([goes, into], () => (chosen.value = []))

const plan = useQuery({
  key: () => ['directory', props.list, 'merger', goes.value, into.value, chosen.value.join()],
  query: ({ signal }) =>
    api('GET /api/directory/{list}/{id}/merger', {
      path: { list: props.list, id: goes.value },
      query: { into: into.value, chosen: chosen.value.length ? chosen.value : undefined },
      signal,
    }),
  enabled: () => other.value !== null,
  placeholderData: (before) => before,
})
const page = computed(() => (other.value === null ? undefined : plan.data.value))
const nameOf = (id: string) => (id === props.id ? props.name : (page.value?.names[props.list]?.[id] ?? id))
const choicesOf = (field: string) => {
  const descriptor = kind.value.fields[field]
  return descriptor?.type === 'ofDesign' ? lists.data.value?.[descriptor.what] : []
}
const words = (field: string, value: Value) =>
  valueInWords(props.list, field, value, page.value?.names ?? {}, choicesOf(field)) || 'nothing'
const labelOf = (field: string) => kind.value.fields[field]?.label ?? field
const choose = (field: string, which: string) =>
  (chosen.value = which === 'from' ? [...chosen.value, field] : chosen.value.filter((one) => one !== field))
/** What stays takes over, besides what is chosen. */
const taken = computed(() =>
  Object.entries(page.value?.changed ?? {}).filter(
    ([field, { after }]) =>
      !page.value?.differing.some((one) => one.field === field) &&
      JSON.stringify(after) !== JSON.stringify(kind.value.fields[field] && emptyOf(kind.value.fields[field])),
  ),
)
const follows = computed(() => (page.value ? usesInWords(page.value.uses) : ''))

const { busy, error, run } = useDeed()
const cache = useQueryCache()
async function merge() {
  const to = into.value
  const done = await run(() =>
    api('POST /api/directory/{list}/{id}/merger', {
      path: { list: props.list, id: goes.value },
      body: {
        into: to,
        chosen: chosen.value,
        ...(goes.value === props.id ? { version: props.version } : { intoVersion: props.version }),
      },
    }),
  )
  if (!done) return
  toast(
    `${nameOf(goes.value)} is ${nameOf(to)} now${done.edition === null ? '' : `; edition ${done.edition} says so`}.`,
  )
  emit('close')
  await cache.invalidateQueries({ key: ['directory'] }).catch(() => undefined)
  await navigateTo(addressOfThing(props.list, to))
}
</script>

<template>
  <form class="panel" novalidate @submit.prevent="merge" @keydown.esc.stop="emit('close')">
    <p class="quiet small">
      Where {{ aKindOf(list) }} is there twice, one of them stays: it takes over what only the other says, and
      whatever names the other names it, tickets and rules too.
    </p>
    <div class="line">
      <KitFinder
        v-model="other"
        :find="find"
        :label="`${name} is the same as`"
        :placeholder="`find ${aKindOf(list)}`"
        :error="error?.on('into')"
        lists
      />
      <KitRadio
        v-if="other !== null"
        v-model="stays"
        label="Which one stays?"
        :options="[
          { value: 'other', label: nameOf(other) },
          { value: 'this', label: name, note: 'this one' },
        ]"
      />
    </div>
    <template v-if="page && other !== null">
      <p v-for="one in page.problems" :key="one.field + one.message" class="notice bad" role="alert">
        {{ one.field === 'into' ? '' : `${labelOf(one.field)}: ` }}{{ one.message }}
      </p>
      <template v-if="!page.problems.some((one) => one.field === 'into')">
        <fieldset v-if="page.differing.length" class="differing">
          <legend>They say something different. What is right?</legend>
          <KitRadio
            v-for="one in page.differing"
            :key="one.field"
            :label="labelOf(one.field)"
            :model-value="chosen.includes(one.field) ? 'from' : one.keeps"
            :options="[
              { value: 'into', label: words(one.field, one.into) },
              { value: 'from', label: words(one.field, one.from) },
            ]"
            @update:model-value="choose(one.field, $event)"
          />
        </fieldset>
        <dl v-if="taken.length">
          <template v-for="[field, change] in taken" :key="field">
            <dt>{{ labelOf(field) }}</dt>
            <dd>{{ words(field, change.after) }}</dd>
          </template>
        </dl>
        <p>
          {{ follows ? `${follows} name ${nameOf(into)} then.` : `Nothing names ${nameOf(goes)}.` }}
          <template v-if="page.uses.design.length">
            A new edition says so, and is otherwise the same; tickets that name {{ nameOf(goes) }} follow it.
          </template>
          {{ nameOf(goes) }} is put away. This is not taken back with one press.
        </p>
      </template>
      <KitError :error="error" />
      <KitButton kind="main" type="submit" :busy="busy" :disabled="page.problems.length > 0"
        >Merge them into {{ nameOf(into) }}</KitButton
      >
    </template>
    <KitError :error="plan.error.value" tries-again @again="plan.refetch()" />
    &nbsp;<KitButton kind="plain" @click="emit('close')">Leave it</KitButton>
  </form>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: 0 20px;
}
.differing {
  border: 1px solid var(--rule-2);
  margin: 6px 0;
  padding: 4px 12px;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 0 20px;
}
legend {
  padding: 0 6px;
}
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 2px 16px;
  margin: 6px 0;
}
dt {
  color: var(--ink-3);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
</style>
