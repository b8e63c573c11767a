<script setup lang="ts">
import '~/theme/parts/menu'
import Menu from 'primevue/menu'
import type { MenuItem } from 'primevue/menuitem'
import KitButton from './KitButton.vue'
import type { Act } from './act'
import { useOverlayHome } from './useOverlayHome'

// A button that opens a list of what can be done or where one can go.
defineOptions({ inheritAttrs: false })
const props = defineProps<{
  acts: readonly Act[]
  kind?: 'act' | 'plain' | 'link' | 'main' | 'quiet'
  /** What it is called for those who do not see it. */
  label?: string
  disabled?: boolean
}>()
const menu = ref<InstanceType<typeof Menu>>()
const shown = ref(false)
const id = useId()
const router = useRouter()
const model = computed<MenuItem[]>(() =>
  props.acts.map(({ label, note, says, to, run, disabled, danger }) => ({
    label,
    note,
    says,
    danger,
    disabled,
    url: to,
    command: ({ originalEvent }) => {
      if (to === undefined) return run?.()
      originalEvent.preventDefault()
      return router.push(to)
    },
  })),
)
const home = useOverlayHome()
/** It is made when somebody first opens it: most menus of a page are never opened. */
const made = ref(false)
const button = ref<InstanceType<typeof KitButton>>()
/** The library shuts a list when the page moves: that it has moved under the press, to show the button, comes before. */
const movedBefore = () => new Promise(requestAnimationFrame)
async function toggle() {
  made.value = true
  await Promise.all([nextTick(), movedBefore()])
  menu.value?.toggle({ currentTarget: button.value?.$el as unknown } as Event)
}
defineExpose({ show: toggle })
</script>

<template>
  <KitButton
    v-bind="$attrs"
    ref="button"
    :kind="kind"
    :disabled="disabled"
    :aria-label="label"
    aria-haspopup="menu"
    :aria-expanded="shown"
    :aria-controls="shown ? id : undefined"
    @click="toggle"
  >
    <slot />
  </KitButton>
  <Menu
    v-if="made"
    :id="id"
    ref="menu"
    :append-to="home"
    popup
    :model="model"
    @show="shown = true"
    @hide="shown = false"
  >
    <template #item="{ item, props: given }">
      <a v-bind="given.action" class="offered" :class="{ danger: item.danger }">
        <span
          >{{ item.label }}<span v-if="item.says" class="says quiet small">{{ item.says }}</span></span
        >
        <span v-if="item.note" class="quiet small">{{ item.note }}</span>
      </a>
    </template>
  </Menu>
</template>

<style scoped>
a.offered {
  display: flex;
  gap: 1.2em;
  justify-content: space-between;
  width: 100%;
  border: 0;
  font: inherit;
  color: inherit;
  background: none;
  padding: 0.3rem 0.6rem;
  text-decoration: none;
}
.says {
  display: block;
  max-width: 34em;
}
a.danger {
  color: var(--red);
}
</style>
