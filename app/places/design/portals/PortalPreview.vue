<script setup lang="ts">
import type { Design } from '~~/core/design'
import { addressOf, portalIndex, type Portal } from '~~/core/intake'
import { say } from '~~/core/words'
import type { DirectoryPage } from '~/composables/useNames'

// The portal itself, as it would be with the draft: its own parts, which can be looked at and not pressed.
const props = defineProps<{ portal: Portal; design: Design; directory: DirectoryPage; today: string }>()

const WIDTHS = [
  { value: '390', label: 'a phone' },
  { value: '760', label: 'a tablet' },
  { value: '1020', label: 'a large screen' },
]
const width = ref<string | null>('1020')
const organisation = ref<string | null>(null)
const asker = computed(() => ({ organisation: organisation.value, portal: props.portal.id }))
const groups = computed(() =>
  portalIndex(props.design, props.portal, { asker: asker.value, today: props.today }),
)
const otherwise = computed(() => {
  const found = groups.value.flatMap((one) => one.items).find((one) => one.id === props.portal.otherwise)
  return found && { id: found.id, name: found.name }
})
const organisations = computed(() =>
  props.directory.organisations
    .filter((one) => !props.portal.organisations.length || props.portal.organisations.includes(one.id))
    .map(({ id, name }) => ({ value: id, label: name })),
)
</script>

<template>
  <section aria-labelledby="preview">
    <h2 id="preview">As requesters see it</h2>
    <div class="how">
      <KitChoice v-model="width" bare label="As wide as" :options="WIDTHS" />
      <KitChoice
        v-model="organisation"
        bare
        clears
        label="To somebody of"
        placeholder="somebody of any organisation"
        :options="organisations"
      />
    </div>
    <div class="window" tabindex="0" role="group" aria-label="The portal with the draft">
      <div class="paper" :class="`ink-${portal.ink ?? 'sea'}`" :style="{ width: `${width}px` }" inert>
        <p class="house">
          <span v-if="portal.mark" class="mark" aria-hidden="true">{{ portal.mark }}</span>
          <b>{{ portal.name }}</b> · {{ portal.motto }}
        </p>
        <h3 class="need">{{ portal.question ?? say('en', 'index.need') }}</h3>
        <PortalSearch :portal="addressOf(portal)" still />
        <PortalGroups class="index" :portal="addressOf(portal)" :groups="groups" :otherwise="otherwise" />
      </div>
    </div>
  </section>
</template>

<style scoped>
.how {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  margin-bottom: 8px;
}
.window {
  overflow: auto;
  max-height: 640px;
  border: 1px solid var(--rule-2);
  background: var(--page-2);
}
.paper {
  background: var(--page);
  padding: 18px 20px;
  margin: 0 auto;
}
.ink-brass {
  --sea: var(--brass);
  --sea-deep: var(--ink);
}
.ink-ink {
  --sea: var(--ink);
  --sea-deep: var(--ink-2);
}
.house b {
  font: 600 1.15rem var(--serif);
}
.mark {
  background: var(--sea);
  color: var(--page);
  padding: 1px 6px;
  margin-right: 6px;
}
.need {
  font-size: 2rem;
}
.index {
  margin-top: 24px;
}
</style>
