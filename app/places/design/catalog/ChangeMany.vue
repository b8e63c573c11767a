<script setup lang="ts">
import type { Design, DesignStep } from '~~/core/design'
import type { CatalogItem } from '~~/core/intake'
import type { DirectoryPage, Names } from '~/composables/useNames'
import { ask } from '~/kit/asking'
import { changedAlike, copiesOf, withoutItems } from './items'

// Items that are chosen, changed alike: which part of them, and to what; one act each.
const props = defineProps<{ ids: string[]; design: Design; names: Names; directory: DirectoryPage }>()
const emit = defineEmits<{ change: [steps: DesignStep[]]; none: [] }>()

type Change = (item: CatalogItem) => Partial<CatalogItem>
const NONE = { value: '', label: 'none' }

interface Part {
  label: string
  options: () => readonly { value: string; label: string }[]
  change: (value: string) => Change
}
const PARTS: Record<string, Part> = {
  group: {
    label: 'put into group',
    options: () => named(props.design.groups),
    change: (group) => () => ({ group }),
  },
  kind: {
    label: 'ticket kind',
    options: () => named(props.design.kinds),
    change: (kind) => () => ({ kind }),
  },
  category: {
    label: 'category',
    options: () => props.names.category ?? [],
    change: (category) => () => ({ category }),
  },
  priority: {
    label: 'priority of its own',
    options: () => [NONE, ...(props.names.priority ?? [])],
    change: (priority) => () => ({ priority: priority || undefined }),
  },
  desk: {
    label: 'asked of',
    options: () => [NONE, ...named(props.directory.desks)],
    change: (desk) => () => ({ desk: desk || undefined }),
  },
  showAt: {
    label: 'show at portal',
    options: () => named(props.design.portals),
    change:
      (portal) =>
      ({ portals }) => ({ portals: portals.length ? [...new Set([...portals, portal])] : [] }),
  },
  hideAt: {
    label: 'show no more at portal',
    options: () => named(props.design.portals),
    // An item that names no portal is shown at all of them: then it names the others.
    change:
      (portal) =>
      ({ portals }) => {
        const all = portals.length ? portals : props.design.portals.map((one) => one.id)
        return { portals: all.filter((one) => one !== portal) }
      },
  },
  retired: {
    label: 'retire, or offer again',
    options: () => [
      { value: 'yes', label: 'retire them' },
      { value: 'no', label: 'offer them again' },
    ],
    change:
      (value) =>
      ({ retired }) => ({ retired: value === 'yes' ? (retired ?? {}) : undefined }),
  },
}
const parts = Object.entries(PARTS).map(([value, { label }]) => ({ value, label }))
const part = ref<string | null>(null)
const value = ref<string | null>(null)
watch(part, () => (value.value = null))
const options = computed(() => PARTS[part.value ?? '']?.options() ?? [])
const steps = computed(() => {
  const found = PARTS[part.value ?? '']
  return found && value.value !== null
    ? changedAlike(props.design, props.ids, found.change(value.value))
    : undefined
})
function change() {
  if (!steps.value?.length) return
  emit('change', steps.value)
  part.value = value.value = null
}
async function remove(event: Event) {
  const isMeant = await ask({
    at: event.currentTarget as HTMLElement,
    says: `Remove ${counted(props.ids.length, 'item')} and the forms that nothing else has from the draft? Tickets that exist keep theirs.`,
    verb: 'Remove them',
  })
  if (isMeant) emit('change', withoutItems(props.design, props.ids))
}
</script>

<template>
  <ChosenBar label="Change the chosen items" :chosen="counted(ids.length, 'item')" @none="emit('none')">
    <KitChoice v-model="part" bare label="Which part of them" placeholder="change …" :options="parts" />
    <KitChoice v-if="part" v-model="value" bare label="To what" placeholder="to …" :options="options" />
    <KitButton :disabled="!steps?.length" @click="change">{{
      steps
        ? steps.length
          ? `Change ${counted(steps.length, 'item')}`
          : 'All are so already'
        : 'Change them'
    }}</KitButton>
    <KitButton kind="plain" @click="emit('change', copiesOf(design, ids).steps)"
      >Copy them with their forms</KitButton
    >
    <KitButton kind="danger" @click="remove">Remove them …</KitButton>
  </ChosenBar>
</template>
