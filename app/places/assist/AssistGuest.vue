<script setup lang="ts">
// What whoever sits at a machine is asked, before anybody sees it: they agree, or do not, and can end it at any time.
const props = defineProps<{ code: string }>()
const path = { code: props.code }
const {
  data: page,
  error: missing,
  refetch,
} = await usePageQuery({
  key: ['assist', props.code],
  query: () => api('GET /api/assist/{code}', { path }),
})
const { say, problem, language } = usePortalWords()
if (page.value) language.value = page.value.language
const { busy, error, run } = usePageDeed(`assist-${props.code}-refused`)

async function does(deed: string) {
  if (deed !== 'agree' && deed !== 'refuse' && deed !== 'end') return
  const done = await run(() => api('POST /api/assist/{code}/{deed}', { path: { ...path, deed } }))
  await refetch()
  // Where the browser lets it, they are there at once; the way stands on the page in any case.
  if (import.meta.client && done?.link && deed === 'agree') window.location.href = done.link
}
const sheet = usePageForm({ id: 'assist', act: does })
const isOver = computed(() => page.value?.state === 'ended')
const EVERY = 3000
let tick: ReturnType<typeof setInterval> | undefined
onMounted(() => {
  tick = setInterval(() => {
    if (!isOver.value && !document.hidden && !missing.value) void refetch()
  }, EVERY)
})
onBeforeUnmount(() => clearInterval(tick))
</script>

<template>
  <LinkSheet
    :title="say('assist.title')"
    :language="language"
    :error="missing && !page ? problem(missing) : undefined"
  >
    <template v-if="page">
      <p v-if="isOver" class="notice" role="status">{{ say('assist.over') }}</p>
      <p v-else-if="page.isLate" class="notice" role="status">{{ say('assist.late') }}</p>
      <template v-else>
        <p>
          {{
            say(page.machine === null ? 'assist.asks' : 'assist.asksOf', {
              ...{ host: page.host, desk: page.desk, machine: page.machine ?? '' },
              reference: String(page.reference),
            })
          }}
        </p>
        <h2>{{ say('assist.may') }}</h2>
        <ul>
          <li v-for="one in page.allows" :key="one">{{ say(`assist.${one}`) }}</li>
        </ul>
        <p>
          <b>{{ say(page.recorded ? 'assist.recorded' : 'assist.notRecorded') }}</b>
          {{ say('assist.before') }}
        </p>
        <p v-if="page.link" class="notice good" role="status">{{ say('assist.goesOn') }}</p>
        <p v-if="page.within.length" role="status">
          {{ say('assist.within', { names: page.within.join(', ') }) }}
        </p>
        <KitError :error="error && problem(error)" />
        <form v-bind="sheet.attrs" class="presses" @submit.prevent="sheet.submit">
          <template v-if="page.link">
            <a class="go" :href="page.link">{{ say('assist.open') }}</a>
            <KitButton kind="plain" :busy="busy" v-bind="sheet.button('end')">{{
              say('assist.end')
            }}</KitButton>
          </template>
          <template v-else>
            <KitButton kind="main" :busy="busy" v-bind="sheet.button('agree')">{{
              say('assist.agree')
            }}</KitButton>
            <KitButton kind="plain" :busy="busy" v-bind="sheet.button('refuse')">{{
              say('assist.refuse')
            }}</KitButton>
          </template>
        </form>
        <GuestChat :code="code" :host="page.host" :lines="page.lines" @said="refetch()" />
      </template>
    </template>
  </LinkSheet>
</template>

<style scoped>
.presses {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  margin: 14px 0;
}
.go {
  font-size: 1.1rem;
  font-weight: 600;
}
</style>
