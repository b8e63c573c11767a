<script setup lang="ts">
import type { Design } from '~~/core/design'
import { ITEM_ICONS, type CatalogItem, type Form } from '~~/core/intake'

// What requesters read of an item, find it by, and read in the title of its tickets.
defineProps<{ item: CatalogItem; form?: Form; design: Design; disabled: boolean }>()
const emit = defineEmits<{ change: [change: Partial<CatalogItem>] }>()

const put = (change: Partial<CatalogItem>) => emit('change', change)
function rename(name: string) {
  if (!name.trim()) throw new Error('Write what it is called, as requesters read it.')
  put({ name: name.trim() })
}
const keywordsOf = (text: string) =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean)
const PICTURES = ITEM_ICONS.map((name) => ({ value: name, label: name.replaceAll('-', ' ') }))
</script>

<template>
  <div class="words">
    <KitText
      label="Name, as requesters read it"
      :model-value="item.name"
      :disabled="disabled"
      :commit="rename"
    />
    <KitText
      label="Description"
      :model-value="item.description"
      :disabled="disabled"
      :commit="(description: string) => put({ description })"
    />
    <KitText
      label="Other words that people search for, with commas"
      :model-value="item.keywords.join(', ')"
      :disabled="disabled"
      :commit="(text: string) => put({ keywords: keywordsOf(text) })"
    />
    <KitText
      label="How long it takes, in words"
      help="The promises themselves come from the service levels."
      placeholder="Usually the next working day"
      :model-value="item.expected ?? ''"
      :disabled="disabled"
      :commit="(text: string) => put({ expected: text.trim() || undefined })"
    />
    <div class="line">
      <KitChoice
        label="Picture in portals"
        placeholder="none"
        clears
        :model-value="item.icon ?? null"
        :options="PICTURES"
        :disabled="disabled"
        @update:model-value="put({ icon: $event ?? undefined })"
      />
      <span
        v-if="item.icon"
        class="picture"
        :style="{ '--icon': `url(/item-icons/${item.icon}.svg)` }"
        aria-hidden="true"
      />
    </div>
    <ItemTitle
      v-if="form"
      :item="item"
      :form="form"
      :design="design"
      :disabled="disabled"
      @change="(title) => put({ title: title.length ? title : undefined })"
    />
  </div>
</template>

<style scoped>
.words :deep(.kit-field) {
  margin-bottom: 10px;
}
.line {
  display: flex;
  gap: 14px;
  align-items: end;
}
.picture {
  width: 24px;
  height: 24px;
  margin-bottom: 14px;
  background: var(--ink-2);
  mask: var(--icon) center / contain no-repeat;
}
</style>
