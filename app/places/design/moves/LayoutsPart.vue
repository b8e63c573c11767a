<script setup lang="ts">
import { withoutGaps } from '~~/core/json'
import { freeId } from '~~/core/naming'
import { PLAIN_LAYOUT, type Layout, type TicketPart } from '~~/core/work'
import type { ArticleProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'

// Which parts of a ticket a role or a team sees, and in which order.
const props = defineProps<ArticleProps & { directory: DirectoryPage }>()
const PARTS: Record<TicketPart, string> = {
  priority: 'priority',
  category: 'category',
  impactUrgency: 'impact and urgency',
  queueTeam: 'queue and team',
  technician: 'technician',
  requester: 'requester and cover',
  equipment: 'equipment',
  fields: 'fields of its kind',
  decided: 'edition that decided',
  account: 'the account of its promises',
  asked: 'what was asked',
  tasks: 'what is to do',
  talk: 'the conversation',
  articles: 'articles that fit',
  similar: 'similar tickets',
  open: 'what else is open of the same',
  time: 'time',
  links: 'other tickets',
  messages: 'messages',
  history: 'history',
}
const roles = computed(() => [{ value: '', label: 'every role' }, ...named(props.directory.roles)])
const save = (one: Layout, change: Partial<Layout>) =>
  void props.change('layouts', one.id, one, withoutGaps({ ...one, ...change }))
function add() {
  const id = freeId('layout', (one) => props.design.layouts.some((each) => each.id === one), 'layout')
  void props.change('layouts', id, null, {
    ...{ id, name: 'Another page', role: 'technician' },
    parts: [...PLAIN_LAYOUT],
  })
}
function toggle(one: Layout, part: TicketPart, on: boolean) {
  save(one, { parts: on ? [...one.parts, part] : one.parts.filter((each) => each !== part) })
}
function earlier(one: Layout, at: number) {
  const parts = [...one.parts]
  parts.splice(at - 1, 0, ...parts.splice(at, 1))
  save(one, { parts })
}
const rest = (one: Layout) => PLAIN_LAYOUT.filter((part) => !one.parts.includes(part))
</script>

<template>
  <section aria-labelledby="layouts">
    <h2 id="layouts">The page of a ticket</h2>
    <p class="quiet">
      Whoever none of these is for sees everything. The first that is for somebody counts; the conversation is
      always there.
    </p>
    <div v-for="one in design.layouts" :key="one.id" class="one">
      <FindingsAt :findings="findings" :place="`moves/layout-${one.id}`" />
      <NamedFor
        :name="one.name"
        :label="`Name of the page ${one.name}`"
        :team="one.team"
        :teams="directory.teams"
        :readonly="readonly"
        nobody="every team"
        @rename="save(one, { name: $event })"
        @team="save(one, { team: $event })"
        @remove="props.change('layouts', one.id, one, null)"
      >
        <span>of</span>
        <KitChoice
          bare
          :label="`${one.name} is of the role`"
          :model-value="one.role ?? ''"
          :options="roles"
          :disabled="readonly"
          @update:model-value="save(one, { role: $event || undefined })"
        />
      </NamedFor>
      <ol>
        <li v-for="(part, at) in one.parts" :key="part">
          {{ PARTS[part] }}
          <template v-if="!readonly">
            <KitButton
              v-if="at > 0"
              kind="link"
              :aria-label="`${PARTS[part]} earlier`"
              @click="earlier(one, at)"
              >earlier</KitButton
            >
            <KitButton kind="link" :aria-label="`leave ${PARTS[part]} out`" @click="toggle(one, part, false)"
              >leave out</KitButton
            >
          </template>
        </li>
      </ol>
      <p v-if="!readonly && rest(one).length" class="small">
        not shown:
        <KitButton
          v-for="part in rest(one)"
          :key="part"
          kind="link"
          :aria-label="`show ${PARTS[part]}`"
          @click="toggle(one, part, true)"
          >{{ PARTS[part] }}</KitButton
        >
      </p>
    </div>
    <p v-if="!readonly"><KitButton @click="add">New page</KitButton></p>
  </section>
</template>

<style scoped>
.one {
  border-top: 1px solid var(--rule);
  padding: 6px 0;
}
ol {
  columns: 2;
  margin: 4px 0;
  padding-left: 26px;
}
ol .kit-button,
p .kit-button {
  margin-left: 8px;
}
</style>
