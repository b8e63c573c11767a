<script setup lang="ts">
import { VueDraggable } from 'vue-draggable-plus'
import { freeId } from '~~/core/naming'
import type { CatalogGroup, CatalogItem } from '~~/core/intake'
import type { PageProps } from '~/composables/useDraft'

// All that may be asked for, by group; both in the order in which requesters find them.
const props = defineProps<PageProps>()
const route = useRoute()
const items = (group: string) => props.design.items.filter((one) => one.group === group)

const use = ref<{ days: number; items: Record<string, number> }>()
if (!props.readonly) use.value = await beside('How often each item is asked for', api('GET /api/catalog/use'))

const order = <T extends { id: string }>(list: T[]) => list.map((one) => one.id)
function moveGroup(index: number, by: number) {
  const ids = order(props.design.groups)
  void props.change('groups', '#order', ids, stepped(ids, index, by))
}
function renameGroup(group: CatalogGroup, name: string) {
  void props.change('groups', group.id, group, { ...group, name })
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

const adding = ref<string>()
const name = ref('')
const kind = ref(props.design.kinds[0]?.id ?? '')
const category = ref(props.design.categories[0]?.id ?? '')
const categories = computed(() => props.design.categories.map((one) => one.id))
async function addItem(group: string) {
  const title = name.value.trim()
  if (!title) return
  const id = freeId(title, (one) => props.design.items.some((item) => item.id === one), 'item')
  const form = freeId(id, (one) => props.design.forms.some((other) => other.id === one))
  const asks = props.design.questions.some((one) => one.name === 'details') ? [{ question: 'details' }] : []
  const isDone = await props.changeAll([
    {
      list: 'forms',
      id: form,
      before: null,
      after: { id: form, name: title, steps: [{ title: 'About it', questions: asks }] },
    },
    {
      list: 'items',
      id,
      before: null,
      after: {
        id,
        name: title,
        description: '',
        keywords: [],
        group,
        kind: kind.value,
        form,
        category: category.value,
        portals: [],
      } satisfies CatalogItem,
    },
  ])
  if (!isDone) return
  name.value = ''
  adding.value = undefined
  await navigateTo(`/design/catalog/${id}`)
}

const session = useSession()
function setQuestionsBy(isLimited: boolean) {
  const { questionsBy: _, ...desk } = props.design.desk
  const after = isLimited ? { ...desk, questionsBy: 'administrators' } : desk
  void props.change('desk', 'desk', props.design.desk, after)
}
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      What may be asked for, in the requester’s words, by group and in the order in which they find it. Choose
      an item to change its words and its questions.
    </p>
    <p v-if="session.may('makeQuestions')" class="small">
      <label class="tick-field"
        ><input
          type="checkbox"
          :checked="design.desk.questionsBy === 'administrators'"
          :disabled="readonly"
          @change="setQuestionsBy(isTicked($event))"
        />
        Only administrators make new questions; leads choose from those that are there</label
      >
    </p>
    <section v-for="(group, at) in design.groups" :key="group.id">
      <h2>
        {{ number }}.{{ at + 1 }}
        <input
          v-if="!readonly"
          class="inline-field title"
          :value="group.name"
          :aria-label="`Name of group ${at + 1}`"
          @change="renameGroup(group, typedIn($event))"
        />
        <template v-else>{{ group.name }}</template>
        <span v-if="!readonly" class="small acts">
          <button
            class="link"
            type="button"
            :disabled="at === 0"
            :aria-label="`${group.name}: earlier`"
            @click="moveGroup(at, -1)"
          >
            earlier
          </button>
          <button
            class="link"
            type="button"
            :disabled="at === design.groups.length - 1"
            :aria-label="`${group.name}: later`"
            @click="moveGroup(at, 1)"
          >
            later
          </button>
          <button
            v-if="items(group.id).length === 0"
            class="link"
            type="button"
            :aria-label="`${group.name}: remove`"
            @click="removeGroup(group)"
          >
            remove
          </button>
        </span>
      </h2>
      <VueDraggable
        :model-value="items(group.id)"
        group="items"
        handle=".grip"
        :animation="120"
        :disabled="readonly"
        class="list"
        @update:model-value="(list: CatalogItem[]) => dropped(group.id, list)"
      >
        <div v-for="(one, index) in items(group.id)" :key="one.id" class="item">
          <span v-if="!readonly" class="grip" aria-hidden="true">⠿</span>
          <NuxtLink class="name" :to="{ path: `/design/catalog/${one.id}`, query: route.query }">{{
            one.name
          }}</NuxtLink>
          <span class="words">{{ one.description }}</span>
          <span class="quiet small where">{{
            one.portals.length ? one.portals.join(', ') : 'every portal'
          }}</span>
          <span v-if="use" class="num small used" :title="`asked for in the last ${use.days} days`"
            >{{ use.items[one.id] ?? 0
            }}<span class="sr-only"> times asked for in {{ use.days }} days</span></span
          >
          <span v-if="!readonly" class="keys">
            <button
              class="link"
              type="button"
              :disabled="index === 0"
              :aria-label="`${one.name}: up`"
              @click="moveItem(group.id, index, -1)"
            >
              ↑
            </button>
            <button
              class="link"
              type="button"
              :disabled="index === items(group.id).length - 1"
              :aria-label="`${one.name}: down`"
              @click="moveItem(group.id, index, 1)"
            >
              ↓
            </button>
          </span>
          <FindingsAt :findings="findings" :place="`catalog/${one.id}`" />
        </div>
      </VueDraggable>
      <p v-if="!items(group.id).length" class="quiet small">Nothing can be asked for here yet.</p>
      <template v-if="!readonly">
        <form v-if="adding === group.id" class="new" @submit.prevent="addItem(group.id)">
          <label>Name, as requesters read it <input v-model="name" class="inline-field wide" /></label>
          <label
            >Ticket kind
            <select v-model="kind" class="inline-field">
              <option v-for="one in design.kinds" :key="one.id" :value="one.id">{{ one.name }}</option>
            </select></label
          >
          <label
            >Category
            <select v-model="category" class="inline-field">
              <option v-for="one in categories" :key="one" :value="one">{{ one }}</option>
            </select></label
          >
          <button class="act" type="submit">Add it and make its form</button>
          <button class="link" type="button" @click="adding = undefined">leave it</button>
        </form>
        <p v-else class="small">
          <button
            class="link"
            type="button"
            :aria-label="`New item in ${group.name}`"
            @click="adding = group.id"
          >
            New item …
          </button>
        </p>
      </template>
    </section>
    <form v-if="!readonly" class="new" @submit.prevent="addGroup">
      <label>New group <input v-model="groupName" class="inline-field" /></label>
      <button class="act plain" type="submit">Add the group</button>
    </form>
    <p v-if="use" class="quiet small">
      The figure at the right is how often it was asked for in the last {{ use.days }} days.
    </p>
  </div>
</template>

<style scoped>
h2 {
  margin-top: 18px;
  border-bottom: 3px double var(--rule-2);
  padding-bottom: 3px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
}
.title {
  font-size: 1.05rem;
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
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: baseline;
  border-bottom: 1px solid var(--rule);
  padding: 5px 2px;
}
.grip {
  cursor: grab;
  color: var(--ink-3);
}
.name {
  flex: 0 0 30%;
  min-width: 200px;
}
.words {
  flex: 1;
  min-width: 200px;
}
.used {
  min-width: 36px;
  text-align: right;
}
.keys .link {
  text-decoration: none;
  min-width: 24px;
  min-height: 24px;
}
.new {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  padding: 8px 0;
}
.wide {
  width: 280px;
}
</style>
