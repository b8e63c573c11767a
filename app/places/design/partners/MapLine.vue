<script setup lang="ts">
import type { Finding } from '~~/core/design'
import type { FitLine } from '~~/core/partner'

// A line of a map: what becomes what, its values in short, what is wrong with it, and its terms where it is opened.
const props = defineProps<{
  /** The end of its place: `sends-state`. */
  at: string
  /** The place of the exchange. */
  place: string
  name: string
  says: string
  readonly: boolean
  opened: boolean
  findings: readonly Finding[]
  misfits: readonly FitLine[]
}>()
defineEmits<{ toggle: [] }>()
const here = computed(() => props.misfits.filter((one) => one.place === props.at))
</script>

<template>
  <li :id="at">
    <div class="line">
      <span><slot /></span>
      <span class="quiet small says">{{ says }}</span>
      <KitButton
        v-if="!readonly"
        kind="link"
        class="small"
        :aria-expanded="opened"
        :aria-label="`${name}: more`"
        @click="$emit('toggle')"
        >{{ opened ? 'done' : 'more …' }}</KitButton
      >
    </div>
    <FindingsAt :findings="findings" :place="`${place}#${at}`" />
    <p v-for="one in here" :key="one.says" class="misfit small">{{ one.says }}</p>
    <slot v-if="opened" name="terms" />
  </li>
</template>

<style scoped>
li {
  border-bottom: 1px solid var(--rule-2);
  padding: 4px 0;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: baseline;
}
.says {
  flex: 1;
  min-width: 160px;
  overflow-wrap: anywhere;
}
.misfit {
  color: var(--brass);
  margin: 2px 0;
}
</style>
