<script setup lang="ts">
import { ask } from '~/kit/asking'
import { toast } from '~/kit/toast'

// My password, where I am signed in, and the tokens by which programs act in my name.
const access = useQuery({ key: ['access'], query: ({ signal }) => api('GET /api/my/access', { signal }) })
const session = useSession()
const password = reactive({ before: '', after: '' })
const changing = useDeed()
async function change() {
  if (!(await changing.run(() => api('POST /api/my/password', { body: { ...password } })))) return
  Object.assign(password, { before: '', after: '' })
  toast('Your new password holds; elsewhere you are signed out.')
  await access.refetch()
}
async function end(what: 'session' | 'token', id: number) {
  try {
    await (what === 'session'
      ? api('DELETE /api/my/sessions/{id}', { path: { id } })
      : api('DELETE /api/my/tokens/{id}', { path: { id } }))
    toast(what === 'session' ? 'That session has ended.' : 'That token holds no longer.')
  } catch (error) {
    toast(asApiError(error).problem.detail, { bad: true })
  }
  await access.refetch()
}
async function endOthers(event: MouseEvent) {
  const yes = await ask({
    at: event.currentTarget as HTMLElement,
    says: 'You are signed out everywhere but here. Tokens go on.',
    verb: 'Sign out elsewhere',
  })
  if (!yes) return
  const done = await beside('Signing out elsewhere', api('DELETE /api/my/sessions'))
  if (done) toast(`${done.ended} ${done.ended === 1 ? 'session has' : 'sessions have'} ended.`)
  await access.refetch()
}
const token = reactive({ name: '', days: 90 as number | null })
const making = useDeed()
const made = ref('')
async function make() {
  const { name, days } = token
  const answer = await making.run(() =>
    api('POST /api/my/tokens', { body: { name, days: days ?? undefined } }),
  )
  if (!answer) return
  made.value = answer.token
  token.name = ''
  await access.refetch()
}
</script>

<template>
  <div class="sheet">
    <h1>Your access</h1>
    <section aria-labelledby="password">
      <h2 id="password">Password</h2>
      <form class="narrow" novalidate @submit.prevent="change">
        <KitText
          v-model="password.before"
          type="password"
          autocomplete="current-password"
          label="Your password so far"
          :error="changing.error.value?.on('before')"
        />
        <KitText
          v-model="password.after"
          type="password"
          autocomplete="new-password"
          label="New password"
          help="At least 12 characters; a few words are fine."
          :error="changing.error.value?.on('after')"
        />
        <KitError :error="changing.error.value" />
        <KitButton kind="main" type="submit" :busy="changing.busy.value">Change it</KitButton>
      </form>
    </section>
    <section aria-labelledby="sessions">
      <h2 id="sessions">Where you are signed in</h2>
      <KitError :error="access.error.value" tries-again @again="access.refetch()" />
      <p v-if="access.isPending.value && !access.error.value" class="quiet" role="status">Looking …</p>
      <AccessLists v-if="access.data.value" :access="access.data.value" whose="You are" @end="end" />
      <KitButton v-if="(access.data.value?.sessions.length ?? 0) > 1" kind="danger" @click="endOthers"
        >Sign out everywhere else …</KitButton
      >
    </section>
    <MyCalendar v-if="session.me?.staff" />
    <section v-if="session.may('makeTokens')" aria-labelledby="tokens">
      <h2 id="tokens">A token for a program</h2>
      <p class="quiet">A program that has it may do what you may, until it ends. It is shown once.</p>
      <div v-if="made" class="notice good" role="status">
        <p>Copy it now; only its end can be changed afterwards.</p>
        <p>
          <code class="token">{{ made }}</code>
        </p>
        <KitButton kind="plain" @click="made = ''">I have it</KitButton>
      </div>
      <form v-else class="narrow" novalidate @submit.prevent="make">
        <KitText
          v-model="token.name"
          label="What it is for"
          :most="80"
          :error="making.error.value?.on('name')"
        />
        <KitNumber
          v-model="token.days"
          label="Ends after"
          unit="days"
          help="Empty for one that does not end by itself."
          :min="1"
          :max="3660"
          :error="making.error.value?.on('days')"
        />
        <KitError :error="making.error.value" />
        <KitButton kind="main" type="submit" :busy="making.busy.value">Make a token</KitButton>
      </form>
    </section>
  </div>
</template>

<style scoped>
.sheet {
  padding: 16px 24px 60px;
  height: 100%;
  overflow-y: auto;
  max-width: 860px;
}
.narrow {
  max-width: 380px;
}
h2 {
  border-bottom: 1px solid var(--rule-2);
  margin: 20px 0 8px;
}
.token {
  overflow-wrap: anywhere;
  user-select: all;
}
</style>
