<script setup lang="ts">
import type { AskedField } from '~~/core/fields'
import { withoutGaps } from '~~/core/json'
import { MOVE_ICONS, type Move, type MoveStep } from '~~/core/work'
import type { ArticleProps } from '~/composables/useDraft'
import type { DirectoryPage, Names } from '~/composables/useNames'

// One move: what it does, when, what it asks first, and who sees it.
const props = defineProps<
  Pick<ArticleProps, 'design' | 'readonly' | 'findings'> & {
    move: Move
    directory: DirectoryPage
    names: Names
    /** Its place among all moves. */
    at: number
    known: AskedField[]
  }
>()
const emit = defineEmits<{ change: [move: Move]; by: [places: number]; remove: [] }>()

const save = (change: Partial<Move>) => emit('change', withoutGaps({ ...props.move, ...change }))
function setStep(at: number, to: MoveStep | undefined) {
  const steps = [...props.move.steps]
  if (to) steps[at] = to
  else steps.splice(at, 1)
  save({ steps })
}
const ICONS = MOVE_ICONS.map((value) => ({ value, label: value }))
const roles = computed(() => props.directory.roles.map(({ id, name }) => ({ value: id, label: name })))
const some = (list: readonly string[]) => (list.length ? [...list] : undefined)
function setKey(typed: string) {
  const key = typed.trim().toLowerCase()
  if (key.length > 1) throw new Error('A key is one letter or figure.')
  save({ key: key || undefined })
}
</script>

<template>
  <section :id="move.id" class="move">
    <FindingsAt :findings="findings" :place="`moves/${move.id}`" />
    <div class="line">
      <span v-if="!readonly" class="grip" title="drag" aria-hidden="true">⋮⋮</span>
      <span class="num quiet">{{ at + 1 }}</span>
      <KitText
        class="title"
        bare
        in-place="heading"
        :label="`Name of move ${at + 1}`"
        :model-value="move.name"
        :disabled="readonly"
        :commit="(name: string) => save({ name: name.trim() })"
      />
      <template v-if="!readonly">
        <OrderButtons
          :name="move.name"
          :first="at === 0"
          :last="at === design.moves.length - 1"
          @by="emit('by', $event)"
        />
        <KitButton kind="link" @click="emit('remove')">remove {{ move.name }}</KitButton>
      </template>
    </div>
    <div class="part">
      <span class="label">Shown as</span>
      <div class="line">
        <KitChoice
          clears
          bare
          placeholder="no picture"
          :label="`Picture of ${move.name}`"
          :model-value="move.icon ?? null"
          :options="ICONS"
          :disabled="readonly"
          @update:model-value="save({ icon: $event ?? undefined })"
        />
        <span>on the key</span>
        <KitText
          class="key"
          bare
          :label="`Key of ${move.name}`"
          :model-value="move.key ?? ''"
          :disabled="readonly"
          :commit="setKey"
        />
      </div>
    </div>
    <div class="part">
      <span class="label">Does</span>
      <div>
        <MoveStepField
          v-for="(step, place) in move.steps"
          :key="place"
          :step="step"
          :design="design"
          :names="names"
          :readonly="readonly"
          :label="`${move.name}, step ${place + 1}`"
          @change="setStep(place, $event)"
          @remove="setStep(place, undefined)"
        />
        <KitButton
          v-if="!readonly"
          kind="link"
          @click="save({ steps: [...move.steps, { do: 'note', text: '' }] })"
          >and then …</KitButton
        >
      </div>
    </div>
    <div class="part">
      <span class="label">When</span>
      <ConditionField
        :condition="move.when"
        :words="design"
        :names="names"
        :readonly="readonly"
        :label="`When ${move.name} can be made`"
        @change="save({ when: $event })"
      />
    </div>
    <div class="part">
      <span class="label">Asks first</span>
      <div>
        <AskedEditor
          v-if="!readonly"
          :asks="move.asks"
          :of="move.name"
          :known="known"
          @change="save({ asks: $event })"
        />
        <KitCheckbox
          label="asks nothing, and is made at once"
          :model-value="move.asksNothing === true"
          :disabled="readonly"
          @update:model-value="save({ asksNothing: $event || undefined })"
        />
      </div>
    </div>
    <div class="part">
      <span class="label">Seen by</span>
      <div class="line">
        <KitManyChoices
          bare
          placeholder="every role"
          :label="`Roles that see ${move.name}; all if none is chosen`"
          :model-value="move.roles ?? []"
          :options="roles"
          :disabled="readonly"
          @update:model-value="save({ roles: some($event) })"
        />
        <span>of</span>
        <KitManyChoices
          bare
          placeholder="every team"
          :label="`Teams that see ${move.name}; all if none is chosen`"
          :model-value="move.teams ?? []"
          :options="named(directory.teams)"
          :disabled="readonly"
          @update:model-value="save({ teams: some($event) })"
        />
      </div>
    </div>
  </section>
</template>

<style scoped>
.move {
  border-top: 1px solid var(--rule-2);
  padding: 8px 0;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  margin: 0 0 4px;
}
.grip {
  cursor: grab;
  color: var(--ink-3);
}
.key :deep(input) {
  width: 3em;
  text-align: center;
}
.title :deep(input) {
  width: min(24em, 80vw);
}
.part {
  display: grid;
  grid-template-columns: 90px minmax(0, 1fr);
  gap: 8px;
  align-items: baseline;
}
.label {
  color: var(--ink-3);
}
@media (max-width: 620px) {
  .part {
    grid-template-columns: 1fr;
  }
}
</style>
