<script setup lang="ts">
import { SOURCE_NAMES } from '~~/core/triage'
import type { PrioritySource } from '~~/core/design'
import type { ArticleProps } from '~/composables/useDraft'
import { namesOf, type DirectoryPage } from '~/composables/useNames'

// The articles that are mostly to be read: categories, source order, who gets it, messages.
const props = defineProps<ArticleProps & { article: string; directory: DirectoryPage }>()
const names = computed(() => namesOf(props.design, props.directory))
const numeral = (id?: string) => props.design.priorities.find((one) => one.id === id)?.numeral ?? ''

function moveSource(index: number, by: number) {
  const order = [...props.design.triage.sourceOrder]
  const [one] = order.splice(index, 1)
  order.splice(index + by, 0, one as PrioritySource)
  void props.change('triage', 'sourceOrder', props.design.triage.sourceOrder, order)
}
function setAssignment(team: string, way: string) {
  void props.change('triage', 'assignment', props.design.triage.assignment, {
    ...props.design.triage.assignment,
    [team]: way,
  })
}
function setCategory(id: string, priority: string) {
  const before = props.design.categories.find((one) => one.id === id)!
  const { priority: _, ...rest } = before
  void props.change('categories', id, before, priority ? { ...rest, priority } : rest)
}
function setTemplate(id: string, change: object) {
  const before = props.design.templates.find((one) => one.id === id)!
  void props.change('templates', id, before, { ...before, ...change })
}
</script>

<template>
  <div v-if="article === 'triage/categories'">
    <h1>3.1 Categories</h1>
    <p class="quiet">A category without a priority takes that of the one above it.</p>
    <table class="ledger-table narrow">
      <thead>
        <tr>
          <th>Category</th>
          <th>Priority</th>
          <th><span class="sr-only">Findings</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in names.category" :id="one.value" :key="one.value">
          <td>{{ one.label }}</td>
          <td>
            <template v-if="readonly">{{
              numeral(design.categories.find((c) => c.id === one.value)?.priority) || '–'
            }}</template>
            <select
              v-else
              :value="design.categories.find((c) => c.id === one.value)?.priority ?? ''"
              :aria-label="`Priority of ${one.label}`"
              @change="setCategory(one.value, ($event.target as HTMLSelectElement).value)"
            >
              <option value="">none</option>
              <option v-for="p in names.priority" :key="p.value" :value="p.value">{{ p.label }}</option>
            </select>
          </td>
          <td><DesignMargin :findings="findings" :place="`triage/categories#${one.value}`" /></td>
        </tr>
      </tbody>
    </table>
  </div>
  <div v-else-if="article === 'triage/source-order'">
    <h1>3.3 Source order</h1>
    <p class="quiet">Who is asked for the priority, in this order; the first that has one wins.</p>
    <ol class="order">
      <li v-for="(source, index) in design.triage.sourceOrder" :key="source">
        {{ SOURCE_NAMES[source] }}
        <template v-if="!readonly">
          <button
            class="link"
            type="button"
            :disabled="index === 0"
            :aria-label="`${SOURCE_NAMES[source]}: earlier`"
            @click="moveSource(index, -1)"
          >
            ↑
          </button>
          <button
            class="link"
            type="button"
            :disabled="index === design.triage.sourceOrder.length - 1"
            :aria-label="`${SOURCE_NAMES[source]}: later`"
            @click="moveSource(index, 1)"
          >
            ↓
          </button>
        </template>
      </li>
    </ol>
    <DesignMargin :findings="findings" place="triage/source-order" />
  </div>
  <div v-else-if="article === 'triage/who-gets-it'">
    <h1>3.5 Who gets it</h1>
    <table class="ledger-table narrow">
      <thead>
        <tr>
          <th>Team</th>
          <th>How its tickets find somebody</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="team in directory.teams" :key="team.id">
          <td>{{ team.name }}</td>
          <td>
            <select
              :value="design.triage.assignment[team.id] ?? 'leave'"
              :disabled="readonly"
              :aria-label="`Assignment of ${team.name}`"
              @change="setAssignment(team.id, ($event.target as HTMLSelectElement).value)"
            >
              <option value="leave">they take them from the queue</option>
              <option value="leastLoaded">on shift, with the fewest open tickets</option>
            </select>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <div v-else-if="article === 'templates'">
    <h1>7 Messages in words</h1>
    <section v-for="template in design.templates" :key="template.id">
      <h2>{{ template.name }}</h2>
      <div class="field">
        <label :for="`s-${template.id}`">Subject</label
        ><InputText
          :id="`s-${template.id}`"
          :model-value="template.subject"
          :disabled="readonly"
          @change="setTemplate(template.id, { subject: ($event.target as HTMLInputElement).value })"
        />
      </div>
      <div class="field">
        <label :for="`b-${template.id}`">Text</label
        ><Textarea
          :id="`b-${template.id}`"
          :model-value="template.body"
          :disabled="readonly"
          rows="6"
          @change="setTemplate(template.id, { body: ($event.target as HTMLTextAreaElement).value })"
        />
      </div>
      <DesignMargin :findings="findings" :place="`templates/${template.id}`" />
    </section>
  </div>
  <div v-else>
    <h1>There is no such article</h1>
    <p>Choose one from the outline.</p>
  </div>
</template>

<style scoped>
h2 {
  margin-top: 16px;
}
.narrow {
  max-width: 640px;
}
.order li {
  padding: 6px 0;
}
.order .link {
  text-decoration: none;
  padding: 2px 8px;
  min-width: 26px;
  min-height: 26px;
}
select {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 2px 5px;
}
.field {
  max-width: 720px;
}
tr:target td {
  background: var(--sea-2);
}
</style>
