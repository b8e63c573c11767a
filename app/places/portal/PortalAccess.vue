<script setup lang="ts">
import { machineOf } from '~/places/access/machine'

// A requester's own password, and where they are signed in just now; each can be ended, also without the page's script.
const session = useSession()
const { say, problem, problemOn, moment } = usePortalWords()
const zone = computed(() => session.me?.zone ?? 'Europe/London')
/** Sessions live by the clock on the wall, whatever the desk's time is; the server's is the page's too. */
const now = usePageState('access-now', () => Date.now())
const {
  data: access,
  error: unread,
  refetch,
} = await usePageQuery({
  key: ['access'],
  query: () => api('GET /api/my/access'),
})
const password = reactive({ before: '', after: '' })
const kept = usePageState('own-password-kept', () => false)
const { busy, error, run } = usePageDeed('own-password-refused')
async function keep() {
  kept.value = Boolean(await run(() => api('POST /api/my/password', { body: { ...password } })))
  // No page that is drawn on the server carries them.
  if (kept.value || import.meta.server) Object.assign(password, { before: '', after: '' })
  if (kept.value) await refetch()
}
async function end(pressed: string) {
  kept.value = false
  const id = Number(pressed.slice('end-'.length))
  await run(() =>
    pressed === 'others'
      ? api('DELETE /api/my/sessions')
      : api('DELETE /api/my/sessions/{id}', { path: { id } }),
  )
  await refetch()
}
const form = usePageForm({
  id: 'access',
  take: (fields) => {
    password.before = String(fields('before')?.[0] ?? password.before)
    password.after = String(fields('after')?.[0] ?? password.after)
  },
  act: (pressed) => (pressed === 'keep' ? keep() : end(pressed)),
})
useHead({ title: () => say('access.title') })
const nameOf = (machine: string | null) => {
  const { browser = say('access.browser'), system } = machineOf(machine)
  return system ? say('access.machine', { browser, system }) : browser
}
const others = computed(() => (access.value?.sessions ?? []).filter((one) => !one.isThis).length)
</script>

<template>
  <form v-bind="form.attrs" @submit.prevent="form.submit">
    <h1>{{ say('access.title') }}</h1>
    <KitError v-if="unread && !access" :error="problem(unread)" />
    <KitError :error="error && problem(error)" />
    <section class="narrow" aria-labelledby="own-password">
      <h2 id="own-password">{{ say('access.password') }}</h2>
      <p v-if="kept" class="notice good" role="status">{{ say('access.kept') }}</p>
      <KitText
        v-model="password.before"
        name="before"
        type="password"
        autocomplete="current-password"
        :label="say('access.before')"
        :error="problemOn(error, 'before')"
      />
      <KitText
        v-model="password.after"
        name="after"
        type="password"
        autocomplete="new-password"
        :label="say('newPassword.label')"
        :help="say('newPassword.help')"
        :error="problemOn(error, 'after')"
      />
      <KitButton kind="main" :busy="busy" v-bind="form.button('keep')">{{ say('access.change') }}</KitButton>
    </section>
    <section v-if="access" aria-labelledby="own-sessions">
      <h2 id="own-sessions">{{ say('access.where') }}</h2>
      <ul>
        <li v-for="one in access.sessions" :key="one.id">
          <span>
            <b>{{ nameOf(one.machine) }}</b>
            <span class="quiet small">
              {{ say('access.since', { when: moment(one.signedInAt ?? now, zone, now) }) }}</span
            >
          </span>
          <span v-if="one.isThis" class="quiet small">{{ say('access.this') }}</span>
          <KitButton
            v-else
            kind="link"
            :aria-label="say('access.endOf', { machine: nameOf(one.machine) })"
            v-bind="form.button(`end-${one.id}`)"
            >{{ say('access.end') }}</KitButton
          >
        </li>
      </ul>
      <KitButton v-if="others > 1" kind="act" v-bind="form.button('others')">{{
        say('access.others')
      }}</KitButton>
    </section>
  </form>
</template>

<style scoped>
h2 {
  margin: 22px 0 8px;
}
b {
  margin-right: 8px;
}
section {
  max-width: 620px;
}
.narrow {
  max-width: 380px;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  flex-wrap: wrap;
  display: flex;
  justify-content: space-between;
  gap: 12px;
  border-bottom: 1px solid var(--rule);
  padding: 5px 0;
}
</style>
