<script setup lang="ts">
import { freeId } from '~~/core/naming'
import { inWords, type Condition } from '~~/core/condition'
import { checklistsFor, CompiledDesign, Directory, ledByOthers, levelsFor } from '~~/core/design'
import { ASKER_FACTS, ITEM_ICONS, type CatalogItem, type ItemIcon } from '~~/core/intake'
import { namesOf, type DirectoryPage } from '~/composables/useNames'
import type { EachProps } from '~/composables/useDraft'
import { present } from '~~/core/lookup'

// One thing that may be asked for: its words, where it shows and what stands behind it; below, its form.
const props = defineProps<EachProps & { directory: DirectoryPage }>()
const route = useRoute()
const names = computed(() => namesOf(props.design, props.directory))
const item = computed(() => props.design.items.find((one) => one.id === props.id))
const form = computed(() => props.design.forms.find((one) => one.id === item.value?.form))
const sharers = computed(() =>
  props.design.items.filter((one) => one.form === form.value?.id && one.id !== props.id),
)
const sameKind = computed(() =>
  props.design.items.filter((one) => one.kind === item.value?.kind && one.id !== props.id),
)
const levels = computed(() => (item.value ? levelsFor(props.design, item.value) : []))
const checklists = computed(() => (item.value ? checklistsFor(props.design, item.value) : []))
const kind = computed(() => props.design.kinds.find((one) => one.id === item.value?.kind))
const isUncounted = ref(false)
const use = ref<{ days: number; items: Record<string, number> }>()
// Counting takes longer than the page may wait.
void api('GET /api/catalog/use')
  .then((counted) => (use.value = counted))
  .catch(() => (isUncounted.value = true))
const session = useSession()
const others = computed(() =>
  session.may('everyDesk')
    ? undefined
    : ledByOthers(props.directory.desks, [item.value?.desk], present(session.me).id),
)
const isLocked = computed(() => props.readonly || others.value !== undefined)
const words = computed(() => {
  const { organisations, sites, teams } = props.directory
  const known = { people: [], agreements: [], organisations, sites, teams }
  return new CompiledDesign(props.design, 0).vocabulary(new Directory(known))
})

const put = (change: Partial<CatalogItem>) =>
  props.change('items', props.id, item.value, { ...item.value, ...change })
function leaveOut(key: keyof CatalogItem) {
  const entries = Object.entries(present(item.value)).filter(([name]) => name !== key)
  void props.change('items', props.id, item.value, Object.fromEntries(entries))
}
function putOr(key: 'priority' | 'expected', value: string) {
  if (value.trim()) void put({ [key]: value.trim() })
  else leaveOut(key)
}
/** Kinds that an item of its desk may lead to: shared ones, and the desk’s own. */
const openKinds = computed(() =>
  props.design.kinds.filter(
    (one) => !one.desk || one.desk === item.value?.desk || one.id === item.value?.kind,
  ),
)
const setDesk = (desk: string) => (desk ? put({ desk }) : leaveOut('desk'))
function setPortal(id: string, on: boolean) {
  const others = present(item.value).portals.filter((one) => one !== id)
  void put({ portals: on ? [...others, id] : others })
}

/** A form of its own, with the same questions: what is changed then changes nothing for the others. */
function ownForm() {
  const before = present(form.value)
  const id = freeId(props.id, (one) => props.design.forms.some((other) => other.id === one))
  void props.changeAll([
    { list: 'forms', id, before: null, after: { ...before, id, name: present(item.value).name } },
    { list: 'items', id: props.id, before: item.value, after: { ...item.value, form: id } },
  ])
}
async function copy() {
  const name = `${present(item.value).name}, copy`
  const id = freeId(name, (one) => props.design.items.some((other) => other.id === one))
  if (await props.change('items', id, null, { ...item.value, id, name }))
    await navigateTo(`/design/catalog/${id}`)
}
const removing = ref(false)
async function remove() {
  const isAlone = form.value && sharers.value.length === 0
  const isDone = await props.changeAll([
    { list: 'items', id: props.id, before: item.value, after: null },
    ...(isAlone ? [{ list: 'forms', id: present(form.value).id, before: form.value, after: null }] : []),
  ])
  if (isDone) await navigateTo('/design/catalog')
}
</script>

<template>
  <div>
    <p>
      <NuxtLink :to="{ path: '/design/catalog', query: route.query }">← {{ heading }}</NuxtLink>
    </p>
    <template v-if="!item">
      <h1>There is no such item</h1>
      <p>It was removed from the draft, or never was in it.</p>
    </template>
    <template v-else>
      <h1>{{ item.name }}</h1>
      <FindingsAt :findings="findings" :place="`catalog/${item.id}`" />
      <p v-if="others && !readonly" class="notice" role="status">
        This item is the own of {{ others.name }}: those who lead it change it.
      </p>
      <div class="two">
        <div>
          <p>
            <label
              >Name, as requesters read it<br /><input
                class="inline-field wide"
                :value="item.name"
                :disabled="isLocked"
                @change="put({ name: typedIn($event) })"
            /></label>
          </p>
          <p>
            <label
              >Description<br /><input
                class="inline-field wide"
                :value="item.description"
                :disabled="isLocked"
                @change="put({ description: typedIn($event) })"
            /></label>
          </p>
          <p>
            <label
              >Other words that people search for, with commas<br /><input
                class="inline-field wide"
                :value="item.keywords.join(', ')"
                :disabled="isLocked"
                @change="
                  put({
                    keywords: typedIn($event)
                      .split(',')
                      .map((one) => one.trim())
                      .filter(Boolean),
                  })
                "
            /></label>
          </p>
          <fieldset class="pictures" :disabled="isLocked">
            <legend>Picture in portals</legend>
            <label v-for="name in ['', ...ITEM_ICONS]" :key="name" :title="name || 'none'"
              ><input
                type="radio"
                :name="`picture-${id}`"
                :value="name"
                :checked="(item.icon ?? '') === name"
                :aria-label="name || 'no picture'"
                @change="name ? put({ icon: name as ItemIcon }) : leaveOut('icon')"
              /><span
                v-if="name"
                class="picture"
                :style="{ '--icon': `url(/item-icons/${name}.svg)` }"
                aria-hidden="true"
              /><span v-else>none</span></label
            >
          </fieldset>
          <p>
            <label
              >How long it takes, in words (the promises themselves come from the service levels)<br /><input
                class="inline-field wide"
                :value="item.expected"
                :disabled="isLocked"
                placeholder="Usually the next working day"
                @change="putOr('expected', typedIn($event))"
            /></label>
          </p>
          <DesignItemTitle
            v-if="form"
            :item="item"
            :form="form"
            :design="design"
            :disabled="isLocked"
            @change="(title) => (title.length ? put({ title }) : leaveOut('title'))"
          />
        </div>
        <div>
          <p class="pairs">
            <label
              >Group
              <select
                class="inline-field"
                :value="item.group"
                :disabled="isLocked"
                @change="put({ group: typedIn($event) })"
              >
                <option v-for="one in design.groups" :key="one.id" :value="one.id">{{ one.name }}</option>
              </select></label
            >
            <label
              >Ticket kind
              <select
                class="inline-field"
                :value="item.kind"
                :disabled="isLocked"
                @change="put({ kind: typedIn($event) })"
              >
                <option v-for="one in openKinds" :key="one.id" :value="one.id">{{ one.name }}</option>
              </select></label
            >
            <label v-if="directory.desks.length"
              >Asked of
              <select
                class="inline-field"
                :value="item.desk ?? ''"
                :disabled="isLocked"
                @change="setDesk(typedIn($event))"
              >
                <option value="">no desk of its own</option>
                <option v-for="one in directory.desks" :key="one.id" :value="one.id">{{ one.name }}</option>
              </select></label
            >
            <label
              >Category
              <select
                class="inline-field"
                :value="item.category"
                :disabled="isLocked"
                @change="put({ category: typedIn($event) })"
              >
                <option v-for="one in names.category" :key="one.value" :value="one.value">
                  {{ one.label }}
                </option>
              </select></label
            >
            <label
              >Priority of its own
              <select
                class="inline-field"
                :value="item.priority ?? ''"
                :disabled="isLocked"
                @change="putOr('priority', typedIn($event))"
              >
                <option value="">none, other sources decide</option>
                <option v-for="one in names.priority" :key="one.value" :value="one.value">
                  {{ one.label }}
                </option>
              </select></label
            >
          </p>
          <p>
            Shown at
            <label v-for="one in design.portals" :key="one.id" class="tick-field"
              ><input
                type="checkbox"
                :checked="item.portals.includes(one.id)"
                :disabled="isLocked"
                @change="setPortal(one.id, isTicked($event))"
              />
              {{ one.name }}</label
            >
            <span v-if="!item.portals.length" class="quiet small">none is ticked: every portal shows it</span>
          </p>
          <div>
            <label v-if="!isLocked"
              >Shown to
              <select
                class="inline-field"
                :value="item.showWhen ? 'some' : 'all'"
                @change="typedIn($event) === 'some' ? put({ showWhen: { all: [] } }) : leaveOut('showWhen')"
              >
                <option value="all">everybody there</option>
                <option value="some">those for whom something holds …</option>
              </select></label
            >
            <p v-else>
              Shown to
              {{ item.showWhen ? `those with ${inWords(item.showWhen, words)}` : 'everybody there' }}.
            </p>
            <ConditionField
              v-if="item.showWhen && !isLocked"
              :condition="item.showWhen"
              :words="design"
              :names="names"
              :readonly="false"
              label="Who sees it"
              :offered="[...ASKER_FACTS]"
              alone
              @change="(showWhen: Condition) => put({ showWhen })"
            />
          </div>
        </div>
      </div>
      <dl class="behind small" aria-label="What stands behind it">
        <dt>Ticket kind</dt>
        <dd>
          <NuxtLink v-if="kind" :to="{ path: `/design/kinds/${kind.id}`, query: route.query }">{{
            kind.name
          }}</NuxtLink><span v-else>not in the design</span>, shared with
          {{
            sameKind.length > 3
              ? `${sameKind.length} other items`
              : sameKind.map((one) => one.name).join(', ') || 'nothing else'
          }}
        </dd>
        <dt>Lifecycle</dt>
        <dd>{{ kind?.statuses.map((one) => one.name).join(' · ') }}</dd>
        <dt>Service levels that can apply</dt>
        <dd>
          <template v-for="(one, index) in levels" :key="one.id"
            ><template v-if="index">, </template
            ><NuxtLink :to="{ path: '/design/service-levels', hash: `#${one.id}`, query: route.query }">{{
              one.name
            }}</NuxtLink></template
          >{{ levels.length ? '' : 'none' }}
        </dd>
        <dt>Checklists that can come with it</dt>
        <dd>
          <template v-for="(one, index) in checklists" :key="one.id"
            ><template v-if="index">, </template
            ><NuxtLink :to="{ path: '/design/moves', query: route.query }">{{ one.name }}</NuxtLink></template
          >{{ checklists.length ? '' : 'none' }}
        </dd>
        <dt>Asked for</dt>
        <dd v-if="use">
          <span class="num">{{ (use.items[item.id] ?? 0).toLocaleString('en') }}</span> times in the last
          {{ use.days }} days
        </dd>
        <dd v-else class="quiet">{{ isUncounted ? 'cannot be counted just now' : 'counting …' }}</dd>
      </dl>
      <p v-if="!isLocked" class="small acts">
        <button class="link" type="button" @click="copy">Copy the item</button>
        <button v-if="!removing" class="link" type="button" @click="removing = true">Remove it …</button>
        <template v-else>
          Remove “{{ item.name }}”{{ sharers.length ? '' : ' and its form' }} from the draft? Tickets that
          exist keep theirs. <button class="link" type="button" @click="remove">Remove it</button> ·
          <button class="link" type="button" @click="removing = false">Keep it</button>
        </template>
      </p>
      <h2>Form</h2>
      <p v-if="sharers.length" class="notice">
        This form is shared with {{ sharers.map((one) => one.name).join(', ') }}: a change here changes it
        there too.
        <button v-if="!isLocked" class="link" type="button" @click="ownForm">
          Give this item a form of its own
        </button>
      </p>
      <DesignFormDesigner v-if="form" v-bind="props" :form="form" :names="names" />
      <p v-else class="notice bad">Its form is not in the design.</p>
    </template>
  </div>
</template>

<style scoped>
.pictures {
  border: 0;
  padding: 0;
  margin: 0 0 10px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}
.pictures label {
  display: inline-flex;
  align-items: center;
  gap: 3px;
  min-height: 26px;
}
.picture {
  width: 20px;
  height: 20px;
  background: var(--ink-2);
  mask: var(--icon) center / contain no-repeat;
}
.behind {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 2px 16px;
  margin: 10px 0 4px;
  padding-top: 8px;
  border-top: 1px solid var(--rule);
}
.behind dt {
  color: var(--ink-3);
}
.behind dd {
  margin: 0;
}
@media (max-width: 700px) {
  .behind {
    grid-template-columns: minmax(0, 1fr);
  }
}
h2 {
  margin-top: 14px;
  border-bottom: 3px double var(--rule-2);
  padding-bottom: 3px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 0 26px;
}
.two p {
  margin: 6px 0;
}
.wide {
  width: 100%;
  max-width: none;
}
.pairs {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 14px;
}
.pairs label {
  display: flex;
  flex-direction: column;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
@media (max-width: 900px) {
  .two,
  .pairs {
    grid-template-columns: 1fr;
  }
}
</style>
