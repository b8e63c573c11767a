<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import { machineOf } from './machine'

// Where somebody is signed in, and their tokens: each can be ended.
const props = defineProps<{ access: AnswerOf<'GET /api/my/access'>; whose: string }>()
defineEmits<{ end: [what: 'session' | 'token', id: number] }>()
const session = useSession()
/** Sessions and tokens live by the clock on the wall, whatever the desk's time is. */
const now = Date.now()
const when = (at: number | null) =>
  at === null ? 'never' : momentInWords(at, session.me?.zone ?? 'UTC', now)
function nameOf(text: string | null): string {
  const { browser = 'a browser', system } = machineOf(text)
  return system ? `${browser} on ${system}` : browser
}
const isNothing = computed(() => !props.access.sessions.length && !props.access.tokens.length)
</script>

<template>
  <p v-if="isNothing" class="quiet">{{ whose }} signed in nowhere just now.</p>
  <ul v-else>
    <li v-for="one in access.sessions" :key="`s${one.id}`">
      <span>
        <b>{{ nameOf(one.machine) }}</b>
        <template v-if="one.portal">, at the portal {{ one.portal }}</template>
        <span class="quiet small">
          signed in {{ when(one.signedInAt) }}, last seen {{ when(one.seenAt) }}</span
        >
      </span>
      <span v-if="one.isThis" class="quiet small">this one</span>
      <KitButton
        v-else
        kind="quiet"
        :aria-label="`End the session of ${nameOf(one.machine)}`"
        @click="$emit('end', 'session', one.id)"
        >end it</KitButton
      >
    </li>
    <li v-for="one in access.tokens" :key="`t${one.id}`">
      <span>
        <b>{{ one.name }}</b>
        <span class="quiet small">
          token made {{ when(one.madeAt) }}, last used {{ when(one.usedAt)
          }}{{ one.endsAt === null ? '; it does not end by itself' : `; ends ${when(one.endsAt)}` }}</span
        >
      </span>
      <KitButton kind="quiet" :aria-label="`End the token ${one.name}`" @click="$emit('end', 'token', one.id)"
        >end it</KitButton
      >
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  margin: 0 0 10px;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: baseline;
  border-bottom: 1px solid var(--rule);
  padding: 5px 0;
}
</style>
