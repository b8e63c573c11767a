<script setup lang="ts">
import { VueDraggable } from 'vue-draggable-plus'
import { templateFields } from '~~/core/design'
import { freeId } from '~~/core/naming'
import type { AskedField } from '~~/core/fields'
import type { Move } from '~~/core/work'
import type { PageProps } from '~/composables/useDraft'
import { namesOf, type DirectoryPage } from '~/composables/useNames'

// The buttons that do a bundle of things, and who sees which in what order.
const props = defineProps<PageProps & { directory: DirectoryPage }>()
const names = computed(() => namesOf(props.design, props.directory))
/** The places that texts may have; what a message alone knows is left out. */
const FIELDS = computed(() =>
  Object.keys(templateFields(props.design))
    .filter((one) => !['recipient', 'text', 'rung'].includes(one))
    .map((one) => `{${one}}`)
    .join(' '),
)

function add() {
  const id = freeId('move', (one) => props.design.moves.some((other) => other.id === one), 'move')
  void props.change('moves', id, null, {
    ...{ id, name: 'New move', asks: [] },
    when: { fact: 'statusGroup', op: 'isNot', value: 'done' },
    steps: [{ do: 'assign', to: 'me' }],
  })
}
const inOrder = (list: string, before: string[], after: string[]) =>
  void props.change(list, '#order', before, after)
const ids = computed(() => props.design.moves.map((one) => one.id))
const dragged = computed({
  get: () => props.design.moves,
  set: (moves: Move[]) =>
    inOrder(
      'moves',
      ids.value,
      moves.map((one) => one.id),
    ),
})
const knownAsks = computed<AskedField[]>(() => props.design.moves.flatMap((one) => one.asks))
</script>

<template>
  <article>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      A move is one button that does several things. It says what it will do before, and what it did after;
      what its steps and the gates on their way ask for is asked first. Texts may use {{ FIELDS }}, and what
      the move asks for by name.
    </p>
    <FindingsAt :findings="findings" place="moves" />
    <VueDraggable
      v-model="dragged"
      handle=".grip"
      :disabled="readonly"
      :animation="120"
      class="moves"
      aria-label="Moves in their order"
    >
      <OneMove
        v-for="(one, at) in design.moves"
        :key="one.id"
        :move="one"
        :at="at"
        :design="design"
        :directory="directory"
        :names="names"
        :known="knownAsks"
        :readonly="readonly"
        :findings="findings"
        @change="props.change('moves', one.id, one, $event)"
        @by="inOrder('moves', ids, stepped(ids, at, $event))"
        @remove="props.change('moves', one.id, one, null)"
      />
    </VueDraggable>
    <p v-if="!readonly"><KitButton @click="add">New move</KitButton></p>
    <ShelvesPart v-bind="props" />
    <BenchPart v-bind="props" />
    <AssistRulesPart v-bind="props" />
    <LayoutsPart v-bind="props" />
    <WordsAtHand v-bind="props" />
  </article>
</template>
