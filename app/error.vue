<script setup lang="ts">
import { problemSaid } from '~~/core/words'
import type { NuxtError } from '#app'

// What is shown where a page cannot be: why, and the way back.
const props = defineProps<{ error: NuxtError }>()
const route = useRoute()
const { language, say } = usePortalWords()
const portal = computed(() => /^\/portal\/([^/]+)/.exec(route.path)?.[1])
const problem = computed(() => asApiError(props.error).problem)
const status = computed(() => problem.value.status || props.error.statusCode || 500)
const isNotThere = computed(() => status.value === 404)
/** The frame's own words name a path; ours say what it is. */
const detail = computed(() => {
  const { code } = problem.value
  const said = isNotThere.value && !code ? say('problem.404') : problem.value.detail
  return problemSaid({ status: status.value, code, detail: said }, language.value)
})
const home = computed(() => (portal.value ? `/portal/${portal.value}` : '/'))
useHead({ title: () => (isNotThere.value ? 'Not here · Yare Ledger' : 'Not now · Yare Ledger') })
</script>

<template>
  <main class="blank">
    <p class="num quiet">{{ status }}</p>
    <h1>{{ say(isNotThere ? 'error.notHere' : 'error.notNow') }}</h1>
    <p>{{ detail }}</p>
    <p>
      <!-- From the beginning: whoever was let in or not is asked once more. Links, so that they need no script. -->
      <KitButton v-if="!isNotThere" kind="main" :href="route.fullPath">
        {{ say('error.again') }}
      </KitButton>
      &nbsp;<KitButton :kind="isNotThere ? 'main' : 'plain'" :href="home">
        {{ say(portal ? 'error.toPortal' : 'error.toDesk') }}
      </KitButton>
    </p>
  </main>
</template>

<style scoped>
.blank {
  max-width: 520px;
  margin: 16vh auto 0;
  padding: 0 18px;
}
h1 {
  font-size: 2rem;
}
</style>
