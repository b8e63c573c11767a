<script setup lang="ts">
import { addressOf, type Portal } from '~~/core/intake'
import { withoutGaps } from '~~/core/json'
import { present } from '~~/core/lookup'
import { isoDate } from '~~/core/time'
import type { EachProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'
import { ask } from '~/kit/asking'
import { itemsOf, onlyAt, without } from './portals'

// One counter: what it says, where it is, what it shows, and what becomes of what comes in.
const props = defineProps<EachProps & { directory: DirectoryPage }>()
const route = useRoute()
const list = computed(() => ({ path: '/design/portals', query: route.query }))
const portal = computed(() => props.design.portals.find((one) => one.id === props.id))
const today = computed(() => isoDate(Date.now(), props.design.desk.zone))
const items = computed(() => (portal.value ? itemsOf(props.design, portal.value, today.value).length : 0))
const alone = computed(() => (portal.value ? onlyAt(props.design, portal.value) : []))

/** What is left out is not kept as nothing. */
const put = (change: Partial<Portal>) =>
  props.change('portals', props.id, portal.value, withoutGaps({ ...present(portal.value), ...change }))
async function remove(event: Event) {
  const isMeant = await ask({
    at: event.currentTarget as HTMLElement,
    says: `Remove “${present(portal.value).name}” from the draft? Its address then leads nowhere.`,
    verb: 'Remove it',
  })
  if (isMeant && (await props.changeAll(without(props.design, present(portal.value)))))
    await navigateTo(list.value)
}
</script>

<template>
  <div>
    <p>
      <NuxtLink :to="list">← {{ heading }}</NuxtLink>
    </p>
    <template v-if="!portal">
      <h1>There is no such portal</h1>
      <p>It was removed from the draft, or never was in it.</p>
    </template>
    <div v-else class="portal" role="region" :aria-label="portal.name">
      <h1>{{ portal.name }}</h1>
      <p class="quiet">
        <a :href="`/portal/${addressOf(portal)}`">/portal/{{ addressOf(portal) }}</a> ·
        {{ counted(items, 'thing') }} to ask for
      </p>
      <FindingsAt :findings="findings" :place="`portals/${portal.id}`" />
      <PortalWords :portal="portal" :disabled="readonly" @change="put" />
      <PortalReach
        :portal="portal"
        :design="design"
        :directory="directory"
        :disabled="readonly"
        @change="put"
      />
      <PortalShows :portal="portal" :design="design" :today="today" :disabled="readonly" @change="put" />
      <PortalIntake
        :portal="portal"
        :design="design"
        :directory="directory"
        :today="today"
        :disabled="readonly"
        @change="put"
      />
      <PortalPreview :portal="portal" :design="design" :directory="directory" :today="today" />
      <p v-if="!readonly" class="acts">
        <KitButton kind="danger" :disabled="alone.length > 0" @click="remove">Remove it …</KitButton>
        <span v-if="alone.length" class="quiet small"
          >It cannot be removed: only it shows {{ alone.map((one) => one.name).join(', ') }}.</span
        >
      </p>
    </div>
  </div>
</template>

<style scoped>
div.portal > :deep(section > h2) {
  margin: 18px 0 8px;
  border-bottom: 3px double var(--rule-2);
  padding-bottom: 3px;
}
div.portal :deep(.pairs) {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(270px, 1fr));
  gap: 2px 22px;
  align-items: start;
  max-width: 980px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin-top: 18px;
}
</style>
