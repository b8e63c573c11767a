<script setup lang="ts">
import { inWords, type Condition, type Vocabulary } from '~~/core/condition'
import type { Design } from '~~/core/design'
import { ASKER_FACTS, type CatalogItem, type Retirement } from '~~/core/intake'
import { withoutGaps } from '~~/core/json'
import type { DirectoryPage, Names } from '~/composables/useNames'

// Where an item stands in the catalog, who sees it and when, and what its tickets are.
const props = defineProps<{
  item: CatalogItem
  design: Design
  names: Names
  vocabulary: Vocabulary
  directory: DirectoryPage
  disabled: boolean
}>()
const emit = defineEmits<{ change: [change: Partial<CatalogItem>] }>()

const put = (change: Partial<CatalogItem>) => emit('change', change)
/** Kinds that an item of its desk may lead to: shared ones, and the desk’s own. */
const kinds = computed(() =>
  named(
    props.design.kinds.filter(
      (one) => !one.desk || one.desk === props.item.desk || one.id === props.item.kind,
    ),
  ),
)
const SEEN = [
  { value: 'all', label: 'everybody there' },
  { value: 'some', label: 'those for whom something holds …' },
] as const
const retiredWith = (change: Retirement) => withoutGaps({ ...props.item.retired, ...change })
const others = computed(() =>
  named(props.design.items.filter((one) => one.id !== props.item.id && !one.retired)),
)
</script>

<template>
  <div class="place">
    <div class="pairs">
      <KitChoice
        label="Group"
        :model-value="item.group"
        :options="named(design.groups)"
        :disabled="disabled"
        @update:model-value="$event && put({ group: $event })"
      />
      <KitChoice
        label="Ticket kind"
        :model-value="item.kind"
        :options="kinds"
        :disabled="disabled"
        @update:model-value="$event && put({ kind: $event })"
      />
      <KitChoice
        label="Category"
        :model-value="item.category"
        :options="names.category ?? []"
        :disabled="disabled"
        @update:model-value="$event && put({ category: $event })"
      />
      <KitChoice
        label="Priority of its own"
        placeholder="none, other sources decide"
        clears
        :model-value="item.priority ?? null"
        :options="names.priority ?? []"
        :disabled="disabled"
        @update:model-value="put({ priority: $event ?? undefined })"
      />
      <KitChoice
        v-if="directory.desks.length"
        label="Asked of"
        placeholder="no desk of its own"
        clears
        :model-value="item.desk ?? null"
        :options="named(directory.desks)"
        :disabled="disabled"
        @update:model-value="put({ desk: $event ?? undefined })"
      />
    </div>
    <KitTicks
      label="Shown at"
      :help="item.portals.length ? undefined : 'None is ticked: every portal shows it.'"
      :model-value="item.portals"
      :options="named(design.portals)"
      :disabled="disabled"
      @update:model-value="put({ portals: $event })"
    />
    <KitChoice
      v-if="!disabled"
      label="Shown to"
      :model-value="item.showWhen ? 'some' : 'all'"
      :options="SEEN"
      @update:model-value="put({ showWhen: $event === 'some' ? { all: [] } : undefined })"
    />
    <p v-else>
      Shown to
      {{ item.showWhen ? `those with ${inWords(item.showWhen, vocabulary)}` : 'everybody there' }}.
    </p>
    <ConditionField
      v-if="item.showWhen && !disabled"
      :condition="item.showWhen"
      :words="design"
      :names="names"
      :readonly="false"
      label="Who sees it"
      :offered="[...ASKER_FACTS]"
      alone
      @change="(showWhen: Condition) => put({ showWhen })"
    />
    <div class="pairs">
      <KitDay
        label="From"
        aside="at once if empty"
        :model-value="item.from ?? ''"
        :disabled="disabled"
        @update:model-value="put({ from: $event || undefined })"
      />
      <KitDay
        label="Until the end of"
        aside="always if empty"
        :model-value="item.until ?? ''"
        :disabled="disabled"
        @update:model-value="put({ until: $event || undefined })"
      />
    </div>
    <KitCheckbox
      label="Confidential: whoever asks sees it alone"
      help="Also where colleagues see each other’s requests."
      :model-value="item.confidential === true"
      :disabled="disabled"
      @update:model-value="put({ confidential: $event || undefined })"
    />
    <KitCheckbox
      label="Retired: portals show it no more"
      help="Its page says so, and where to go instead."
      :model-value="item.retired !== undefined"
      :disabled="disabled"
      @update:model-value="put({ retired: $event ? {} : undefined })"
    />
    <div v-if="item.retired" class="pairs retired">
      <KitChoice
        label="Instead"
        placeholder="nothing of the catalog"
        clears
        :model-value="item.retired.instead ?? null"
        :options="others"
        :disabled="disabled"
        @update:model-value="put({ retired: retiredWith({ instead: $event ?? undefined }) })"
      />
      <KitText
        label="What requesters read there"
        placeholder="We lend tablets now."
        :model-value="item.retired.says ?? ''"
        :disabled="disabled"
        :commit="(says: string) => put({ retired: retiredWith({ says: says.trim() || undefined }) })"
      />
    </div>
  </div>
</template>

<style scoped>
.place :deep(.kit-field) {
  margin-bottom: 10px;
}
.pairs {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 0 16px;
}
.retired {
  margin-top: 8px;
}
</style>
