<script setup lang="ts">
import { STARTING_DESIGNS } from '~~/core/design'

// The very first visit: the desk gets its name, its administrator and the design that it begins with.
const session = useSession()
const form = reactive({
  desk: '',
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone as string | null,
  name: '',
  mail: '',
  password: '',
  starting: STARTING_DESIGNS[0]!.id,
})
const { busy, error, run } = useDeed()

/** What a starting design has, in numbers, so that they can be told apart before one is opened. */
const DESIGNS = STARTING_DESIGNS.map(({ id, name, says, teams, design: made }) => {
  const { items, kinds, serviceLevels } = made('', 'UTC')
  const has = [
    counted(items.length, 'thing to ask for', 'things to ask for'),
    counted(kinds.length, 'ticket kind'),
    counted(serviceLevels.length, 'service level'),
    counted(teams.length, 'team'),
  ]
  return { value: id, label: name, note: `${says} ${has.join(' · ')}` }
})

async function submit() {
  await run(async () => {
    await api('POST /api/setup', { body: { ...form, zone: form.zone ?? '' } })
    await session.signIn(form.mail, form.password)
    await navigateTo('/desk')
  })
}
</script>

<template>
  <main class="door">
    <h1>Your desk begins here</h1>
    <p>
      This makes you the administrator and lays out a whole design to begin with. Each of its articles says in
      the margin why it begins as it does, and everything can be changed in Design afterwards.
    </p>
    <form novalidate @submit.prevent="submit">
      <KitRadio v-model="form.starting" label="What is it a desk for?" :options="DESIGNS" />
      <KitText
        v-model="form.desk"
        label="Name of the desk"
        help="As requesters will read it."
        focuses
        :error="error?.on('desk')"
      />
      <KitChoice
        v-model="form.zone"
        label="Time zone of the desk"
        :options="zoneOptions(form.zone)"
        :error="error?.on('zone')"
      />
      <KitText v-model="form.name" label="Your name" autocomplete="name" :error="error?.on('name')" />
      <KitText
        v-model="form.mail"
        label="Your mail address"
        help="You sign in with it."
        type="email"
        autocomplete="username"
        :error="error?.on('mail')"
      />
      <KitText
        v-model="form.password"
        label="Your password"
        help="At least 12 characters."
        type="password"
        autocomplete="new-password"
        :error="error?.on('password')"
      />
      <KitError :error="error" />
      <KitButton kind="main" type="submit" :busy="busy">{{
        busy ? 'Setting up …' : 'Open the desk'
      }}</KitButton>
    </form>
  </main>
</template>

<style scoped>
.door {
  max-width: 460px;
  margin: 8vh auto;
  padding: 0 18px;
}
</style>
