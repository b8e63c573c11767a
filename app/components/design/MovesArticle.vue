<script setup lang="ts">
import { VueDraggable } from 'vue-draggable-plus'
import { templateFields } from '~~/core/design'
import { withoutGaps } from '~~/core/json'
import { freeId } from '~~/core/naming'
import type { AskedField } from '~~/core/fields'
import { MOVE_ICONS, type Move, type MoveIcon, type MoveStep } from '~~/core/work'
import type { PageProps } from '~/composables/useDraft'
import { namesOf, type DirectoryPage } from '~/composables/useNames'

// The buttons that do a bundle of things, and who sees which in what order.
const props = defineProps<PageProps & { directory: DirectoryPage }>()
const names = computed(() => namesOf(props.design, props.directory))
const roleIds = computed(() => props.directory.roles.map((one) => one.id))
/** The places that texts may have; what a message alone knows is left out. */
const FIELDS = computed(() =>
  Object.keys(templateFields(props.design))
    .filter((one) => !['recipient', 'text', 'rung'].includes(one))
    .map((one) => `{${one}}`)
    .join(' '),
)

const save = (one: Move, change: Partial<Move>) =>
  void props.change('moves', one.id, one, withoutGaps({ ...one, ...change }))
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
const setStep = (one: Move, at: number, to: MoveStep | undefined) => {
  const steps = [...one.steps]
  if (to) steps[at] = to
  else steps.splice(at, 1)
  save(one, { steps })
}
function toggle<T extends string>(list: readonly T[] | undefined, value: T, on: boolean): T[] | undefined {
  const next = on ? [...(list ?? []), value] : (list ?? []).filter((each) => each !== value)
  return next.length ? next : undefined
}
const knownAsks = computed<AskedField[]>(() => props.design.moves.flatMap((one) => one.asks))

const shelfOf = (role: string) => props.design.shelves.find((one) => one.id === role)
function setShelf({ id: role, name }: { id: string; name: string }, moves: string[] | undefined) {
  const before = shelfOf(role) ?? null
  void props.change('shelves', role, before, moves ? { id: role, name, moves } : null)
}
const nameOf = (id: string) => props.design.moves.find((one) => one.id === id)?.name ?? id
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
      <section v-for="(one, index) in design.moves" :id="one.id" :key="one.id" class="move">
        <FindingsAt :findings="findings" :place="`moves/${one.id}`" />
        <p class="line">
          <span v-if="!readonly" class="grip" title="drag" aria-hidden="true">⋮⋮</span>
          <span class="num quiet">{{ index + 1 }}</span>
          <input
            class="inline-field title"
            :value="one.name"
            :disabled="readonly"
            :aria-label="`Name of move ${index + 1}`"
            @change="save(one, { name: typedIn($event).trim() })"
          />
          <label
            >key
            <input
              class="inline-field num key"
              maxlength="1"
              :value="one.key ?? ''"
              :disabled="readonly"
              @change="save(one, { key: typedIn($event).trim().toLowerCase() || undefined })"
          /></label>
          <label
            >icon
            <select
              class="inline-field"
              :value="one.icon ?? ''"
              :disabled="readonly"
              @change="save(one, { icon: (typedIn($event) || undefined) as MoveIcon | undefined })"
            >
              <option value="">none</option>
              <option v-for="icon in MOVE_ICONS" :key="icon" :value="icon">{{ icon }}</option>
            </select></label
          >
          <template v-if="!readonly">
            <OrderButtons
              :name="one.name"
              :first="index === 0"
              :last="index === design.moves.length - 1"
              @by="inOrder('moves', ids, stepped(ids, ids.indexOf(one.id), $event))"
            />
            <button class="link small" type="button" @click="props.change('moves', one.id, one, null)">
              remove {{ one.name }}
            </button>
          </template>
        </p>
        <div class="part">
          <span class="label">Does</span>
          <div>
            <DesignMoveStepField
              v-for="(step, at) in one.steps"
              :key="at"
              :step="step"
              :design="design"
              :names="names"
              :label="`${one.name}, step ${at + 1}`"
              @change="setStep(one, at, $event)"
              @remove="setStep(one, at, undefined)"
            />
            <button
              v-if="!readonly"
              class="link small"
              type="button"
              @click="save(one, { steps: [...one.steps, { do: 'note', text: '' }] })"
            >
              and then …
            </button>
          </div>
        </div>
        <div class="part">
          <span class="label">When</span>
          <ConditionField
            :condition="one.when"
            :words="design"
            :names="names"
            :readonly="readonly"
            :label="`When ${one.name} can be made`"
            @change="save(one, { when: $event })"
          />
        </div>
        <div class="part">
          <span class="label">Asks first</span>
          <div>
            <DesignAskedEditor
              v-if="!readonly"
              :asks="one.asks"
              :of="one.name"
              :known="knownAsks"
              @change="save(one, { asks: $event })"
            />
            <label class="tick-field"
              ><input
                type="checkbox"
                :checked="one.asksNothing"
                :disabled="readonly"
                @change="save(one, { asksNothing: isTicked($event) || undefined })"
              />
              asks nothing, and is made at once</label
            >
          </div>
        </div>
        <div class="part">
          <span class="label">Seen by</span>
          <div>
            <label v-for="role in directory.roles" :key="role.id" class="tick-field"
              ><input
                type="checkbox"
                :checked="!one.roles?.length || one.roles.includes(role.id)"
                :disabled="readonly"
                @change="
                  save(one, {
                    roles: toggle(one.roles?.length ? one.roles : roleIds, role.id, isTicked($event)),
                  })
                "
              />
              {{ role.name }}</label
            >
            <label class="small"
              >of
              <select
                class="inline-field"
                multiple
                size="2"
                :value="one.teams ?? []"
                :disabled="readonly"
                :aria-label="`Teams that see ${one.name}; all if none is chosen`"
                @change="
                  save(one, {
                    teams: [...($event.target as HTMLSelectElement).selectedOptions].map(
                      (each) => each.value,
                    ),
                  })
                "
              >
                <option
                  v-for="team in directory.teams"
                  :key="team.id"
                  :value="team.id"
                  :selected="one.teams?.includes(team.id)"
                >
                  {{ team.name }}
                </option>
              </select>
              {{ one.teams?.length ? '' : 'all teams' }}</label
            >
          </div>
        </div>
      </section>
    </VueDraggable>
    <p v-if="!readonly"><button class="act" type="button" @click="add">New move</button></p>

    <h2>Shelves</h2>
    <p class="quiet">
      What each role sees, and in which order. A change is on the shelves as soon as it is published.
    </p>
    <table class="ledger-table">
      <tbody>
        <tr v-for="role in directory.roles" :key="role.id">
          <td>{{ role.name }}</td>
          <td>
            <FindingsAt :findings="findings" :place="`moves/shelf-${role.id}`" />
            <template v-if="shelfOf(role.id)">
              <VueDraggable
                :model-value="shelfOf(role.id)!.moves"
                :disabled="readonly"
                class="shelf"
                @update:model-value="setShelf(role, $event)"
              >
                <span v-for="(id, at) in shelfOf(role.id)!.moves" :key="id" class="chip"
                  >{{ nameOf(id) }}
                  <template v-if="!readonly"
                    ><button
                      class="link small"
                      type="button"
                      :disabled="at === 0"
                      :aria-label="`${nameOf(id)} earlier for ${role.name}`"
                      @click="setShelf(role, stepped(shelfOf(role.id)!.moves, at, -1))"
                    >
                      ←</button
                    ><button
                      class="link small"
                      type="button"
                      :aria-label="`take ${nameOf(id)} off the shelf of ${role.name}`"
                      @click="
                        setShelf(
                          role,
                          shelfOf(role.id)!.moves.filter((one) => one !== id),
                        )
                      "
                    >
                      ×
                    </button></template
                  ></span
                >
              </VueDraggable>
              <select
                v-if="!readonly"
                class="inline-field"
                :aria-label="`Put a move on the shelf of ${role.name}`"
                @change="(setShelf(role, [...shelfOf(role.id)!.moves, typedIn($event)]), emptied($event))"
              >
                <option value="">put on …</option>
                <option
                  v-for="one in design.moves.filter((each) => !shelfOf(role.id)!.moves.includes(each.id))"
                  :key="one.id"
                  :value="one.id"
                >
                  {{ one.name }}
                </option>
              </select>
              <button v-if="!readonly" class="link small" type="button" @click="setShelf(role, undefined)">
                all moves again
              </button>
            </template>
            <template v-else>
              all moves that they may see, in the order above
              <button v-if="!readonly" class="link small" type="button" @click="setShelf(role, ids)">
                choose them
              </button>
            </template>
          </td>
        </tr>
      </tbody>
    </table>
    <DesignBenchPart v-bind="props" />
    <DesignLayoutsPart v-bind="props" />
    <DesignWordsAtHand v-bind="props" />
  </article>
</template>

<style scoped>
.move {
  border-top: 1px solid var(--rule-2);
  padding: 8px 0;
}
.line,
.shelf {
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
.key {
  width: 38px;
  text-align: center;
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
.chip {
  border: 1px solid var(--rule-2);
  border-radius: 3px;
  padding: 2px 8px;
  background: var(--page);
}
.chip .link {
  margin-left: 5px;
}
/* Large enough to hit, however near the next. */
article :deep(button.link) {
  min-height: 24px;
  min-width: 24px;
}
@media (max-width: 620px) {
  .part {
    grid-template-columns: 1fr;
  }
}
</style>
