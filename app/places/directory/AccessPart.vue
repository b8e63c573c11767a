<script setup lang="ts">
import { REQUESTER } from '~~/core/rights'
import { ask } from '~/kit/asking'
import { toast } from '~/kit/toast'

// Whether somebody can sign in: invited by mail, and put out everywhere at once.
const props = defineProps<{ id: string; name: string; role: string; mail: string }>()
const session = useSession()
const manages = computed(() => session.may('manageAccess'))
const mayInvite = computed(() => session.may(props.role === REQUESTER ? 'addRequesters' : 'manageAccess'))
const access = useQuery({
  key: () => ['directory', 'people', props.id, 'access'],
  query: ({ signal }) => api('GET /api/people/{person}/access', { path: { person: props.id }, signal }),
  enabled: () => manages.value,
})
const { busy, error, run } = useDeed()
async function invite() {
  if (!(await run(() => api('POST /api/people/{person}/invitation', { path: { person: props.id } })))) return
  toast(`An invitation is on its way to ${props.mail}.`)
  await access.refetch()
}
async function end(what: 'session' | 'token', id: number) {
  const path = { person: props.id, id }
  await run(() =>
    what === 'session'
      ? api('DELETE /api/people/{person}/sessions/{id}', { path })
      : api('DELETE /api/people/{person}/tokens/{id}', { path }),
  )
  await access.refetch()
}
async function endAll(event: MouseEvent) {
  const yes = await ask({
    at: event.currentTarget as HTMLElement,
    says: `${props.name} is signed out everywhere, and every token of theirs holds no longer. They can sign in again.`,
    verb: 'Sign them out',
  })
  if (!yes) return
  if (await run(() => api('DELETE /api/people/{person}/access', { path: { person: props.id } })))
    toast(`${props.name} is signed out everywhere.`)
  await access.refetch()
}
const standing = computed(() => {
  const now = access.data.value
  if (!now) return ''
  if (now.hasPassword) return 'Can sign in.'
  return now.invited
    ? 'Was invited, and has not chosen a password yet.'
    : 'Cannot sign in yet: nobody has invited them.'
})
</script>

<template>
  <section v-if="mayInvite" aria-labelledby="access">
    <h2 id="access">Access</h2>
    <KitError :error="error ?? access.error.value" />
    <p>
      {{ standing }}
      <KitButton kind="link" :busy="busy" @click="invite">{{
        access.data.value?.hasPassword ? 'Send a link for a new password' : 'Invite by mail'
      }}</KitButton>
    </p>
    <template v-if="access.data.value">
      <AccessLists :access="access.data.value" :whose="`${name} is`" @end="end" />
      <KitButton
        v-if="access.data.value.sessions.length || access.data.value.tokens.length"
        kind="danger"
        @click="endAll"
        >Sign out everywhere …</KitButton
      >
    </template>
  </section>
</template>

<style scoped>
h2 {
  border-bottom: 1px solid var(--rule-2);
  margin: 18px 0 6px;
}
</style>
