<script setup lang="ts">
import type { Design } from '~~/core/design'
import type { Portal } from '~~/core/intake'
import { groupsShown, itemsOf, withGroups } from './portals'

// What of the catalog a portal shows, in which order, and what it offers before and besides.
const props = defineProps<{ portal: Portal; design: Design; today: string; disabled: boolean }>()
const emit = defineEmits<{ change: [change: Partial<Portal>] }>()

const put = (change: Partial<Portal>) => emit('change', change)
const shown = computed(() => groupsShown(props.design, props.portal))
const hidden = computed(() => props.design.groups.filter((one) => !shown.value.includes(one.id)))
const nameOf = (id: string) => props.design.groups.find((one) => one.id === id)?.name ?? id
const setGroups = (groups: readonly string[]) => put(withGroups(props.design, groups))
const items = computed(() =>
  itemsOf(props.design, props.portal, props.today).map(({ id, name }) => ({ value: id, label: name })),
)
const OFFERS = [
  { value: 'articles', label: 'articles' },
  { value: 'notices', label: 'notices of what is broken' },
] as const
type Offer = (typeof OFFERS)[number]['value']
const offered = computed(() =>
  OFFERS.map((one) => one.value).filter((one) => !props.portal.hides?.includes(one)),
)
function setOffered(now: Offer[]) {
  const hides = OFFERS.map((one) => one.value).filter((one) => !now.includes(one))
  put({ hides: hides.length ? hides : undefined })
}
</script>

<template>
  <section aria-labelledby="shows">
    <h2 id="shows">What it shows</h2>
    <ol class="groups" aria-label="Groups, in the order of this portal">
      <li v-for="(id, at) in shown" :key="id">
        <span>{{ nameOf(id) }}</span>
        <template v-if="!disabled">
          <OrderButtons
            :name="nameOf(id)"
            :first="at === 0"
            :last="at === shown.length - 1"
            @by="setGroups(stepped(shown, at, $event))"
          />
          <KitButton
            v-if="shown.length > 1"
            kind="link"
            :aria-label="`Leave ${nameOf(id)} out`"
            @click="setGroups(shown.filter((one) => one !== id))"
            >leave out</KitButton
          >
        </template>
      </li>
    </ol>
    <p v-if="hidden.length && !disabled" class="small">
      Not shown:
      <KitButton
        v-for="one in hidden"
        :key="one.id"
        kind="link"
        class="more"
        :aria-label="`Show ${one.name}`"
        @click="setGroups([...shown, one.id])"
        >{{ one.name }}</KitButton
      >
    </p>
    <div class="pairs">
      <KitChoice
        label="Offered where nothing fits"
        placeholder="nothing"
        clears
        :model-value="portal.otherwise ?? null"
        :options="items"
        :disabled="disabled"
        @update:model-value="put({ otherwise: $event ?? undefined })"
      />
      <KitTicks
        label="It shows besides"
        :model-value="offered"
        :options="OFFERS"
        :disabled="disabled"
        @update:model-value="setOffered"
      />
    </div>
    <KitCheckbox
      label="Offers what may solve it already, before a request is sent"
      :model-value="portal.triesFirst === true"
      :disabled="disabled"
      @update:model-value="put({ triesFirst: $event || undefined })"
    />
  </section>
</template>

<style scoped>
.groups {
  margin: 0 0 8px;
  padding-left: 26px;
  max-width: 560px;
}
.groups li {
  border-bottom: 1px dotted var(--rule);
  padding: 2px 0;
}
.groups li > span:first-child {
  display: inline-block;
  min-width: 240px;
}
.groups .kit-button {
  margin-left: 12px;
}
.more {
  margin-right: 12px;
}
</style>
