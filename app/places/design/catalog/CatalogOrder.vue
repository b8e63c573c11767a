<script setup lang="ts">
import { VueDraggable } from 'vue-draggable-plus'
import type { CatalogGroup, CatalogItem } from '~~/core/intake'
import { freeId } from '~~/core/naming'
import type { ArticleProps } from '~/composables/useDraft'

// Groups and items in the order in which requesters find them, put into another by drag or by keyboard.
const props = defineProps<ArticleProps & { number: string }>()

const items = (group: string) => props.design.items.filter((one) => one.group === group)
const order = <T extends { id: string }>(list: T[]) => list.map((one) => one.id)
function moveGroup(index: number, by: number) {
  const ids = order(props.design.groups)
  void props.change('groups', '#order', ids, stepped(ids, index, by))
}
function rename(group: CatalogGroup, name: string) {
  if (!name.trim()) throw new Error('Write what the group is called.')
  void props.change('groups', group.id, group, { ...group, name: name.trim() })
}
const removeGroup = (group: CatalogGroup) => props.change('groups', group.id, group, null)
const groupName = ref('')
async function addGroup() {
  const name = groupName.value.trim()
  if (!name) return
  const id = freeId(name, (one) => props.design.groups.some((group) => group.id === one), 'group')
  if (await props.change('groups', id, null, { id, name })) groupName.value = ''
}

/** The items of one group in a new order, among all others where they are. */
function ordered(group: string, wanted: string[]): string[] {
  const queue = [...wanted]
  return props.design.items.map((one) => (one.group === group ? queue.shift()! : one.id))
}
function moveItem(group: string, index: number, by: number) {
  const ids = stepped(order(items(group)), index, by)
  void props.change('items', '#order', order(props.design.items), ordered(group, ids))
}
/** Dropped: the order within the group, and perhaps another group for one that came from elsewhere. */
function dropped(group: string, list: CatalogItem[]) {
  const came = list.filter((one) => one.group !== group)
  if (came.length) {
    void props.changeAll(
      came.map((one) => ({ list: 'items', id: one.id, before: one, after: { ...one, group } })),
    )
  } else if (list.length === items(group).length) {
    void props.change('items', '#order', order(props.design.items), ordered(group, order(list)))
  }
}
</script>

<template>
  <div>
    <section v-for="(group, at) in design.groups" :key="group.id">
      <h2>
        <span class="num">{{ number }}.{{ at + 1 }}</span>
        <KitText
          bare
          in-place="heading"
          class="title"
          :label="`Name of group ${at + 1}`"
          :model-value="group.name"
          :commit="(name: string) => rename(group, name)"
        />
        <span class="small acts">
          <OrderButtons
            :name="group.name"
            :first="at === 0"
            :last="at === design.groups.length - 1"
            @by="moveGroup(at, $event)"
          />
          <KitButton
            v-if="!items(group.id).length"
            kind="link"
            :aria-label="`${group.name}: remove`"
            @click="removeGroup(group)"
            >remove</KitButton
          >
        </span>
      </h2>
      <VueDraggable
        :model-value="items(group.id)"
        group="items"
        handle=".grip"
        :animation="120"
        class="list"
        @update:model-value="(list: CatalogItem[]) => dropped(group.id, list)"
      >
        <div v-for="(one, index) in items(group.id)" :key="one.id" class="item">
          <span class="grip" aria-hidden="true">⠿</span>
          <span class="name">{{ one.name }}</span>
          <OrderButtons
            :name="one.name"
            :first="index === 0"
            :last="index === items(group.id).length - 1"
            @by="moveItem(group.id, index, $event)"
          />
        </div>
      </VueDraggable>
      <p v-if="!items(group.id).length" class="quiet small">Nothing can be asked for here yet.</p>
    </section>
    <form class="new" @submit.prevent="addGroup">
      <KitText v-model="groupName" label="New group" />
      <KitButton type="submit">Add the group</KitButton>
    </form>
  </div>
</template>

<style scoped>
h2 {
  margin-top: 14px;
  border-bottom: 3px double var(--rule-2);
  padding-bottom: 3px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
}
.acts {
  display: inline-flex;
  gap: 12px;
  font: 400 0.9rem var(--sans);
}
.list {
  min-height: 8px;
}
.item {
  display: flex;
  gap: 2px 12px;
  align-items: baseline;
  border-bottom: 1px solid var(--rule);
  padding: 3px 2px;
}
.grip {
  cursor: grab;
  color: var(--ink-3);
}
.name {
  flex: 1;
  min-width: 0;
}
.new {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: end;
  margin-top: 14px;
}
.new :deep(.kit-field) {
  margin: 0;
}
</style>
