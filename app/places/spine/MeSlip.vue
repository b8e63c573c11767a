<script setup lang="ts">
// Whoever is signed in: how the page looks, and the way out.
defineEmits<{ keys: [] }>()
const session = useSession()
const live = useLive()
const { theme, setTheme } = useTheme()
const slip = ref<{ toggle: (event: Event) => void; hide: () => void }>()
const THEMES = { day: 'Day', night: 'Night watch', system: 'As the system' } as const
const initials = computed(() =>
  (session.me?.name ?? '')
    .split(' ')
    .map((word) => word[0])
    .slice(0, 2)
    .join(''),
)
async function leave() {
  live.close()
  await session.signOut()
  await navigateTo('/sign-in')
}
</script>

<template>
  <KitButton
    v-if="session.me"
    kind="main"
    class="me"
    :aria-label="`${session.me.name}: theme, sign out`"
    aria-haspopup="dialog"
    @click="slip?.toggle($event)"
  >
    {{ initials }}
  </KitButton>
  <KitSlip ref="slip" label="Me">
    <div class="rows">
      <b>{{ session.me?.name }}</b>
      <span class="quiet small">{{ session.me?.roleName }}</span>
      <div role="group" aria-label="Theme" class="themes">
        <KitButton
          v-for="(name, one) in THEMES"
          :key="one"
          :kind="theme === one ? 'main' : 'act'"
          :aria-pressed="theme === one"
          @click="setTheme(one)"
          >{{ name }}</KitButton
        >
      </div>
      <NuxtLink to="/my/access" @click="slip?.hide()">Your access: password, sessions, tokens</NuxtLink>
      <KitButton kind="plain" keys="?" @click="(slip?.hide(), $emit('keys'))">Help and keys</KitButton>
      <KitButton kind="plain" @click="leave">Sign out</KitButton>
    </div>
  </KitSlip>
</template>

<style scoped>
.me {
  align-self: center;
  width: 28px;
  height: 28px;
  padding: 0;
  border-radius: 50%;
  flex: none;
}
.rows {
  display: flex;
  flex-direction: column;
  gap: 8px;
}
.themes {
  display: flex;
  gap: 4px;
  flex-wrap: wrap;
}
</style>
