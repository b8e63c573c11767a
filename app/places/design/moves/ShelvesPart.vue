<script setup lang="ts">
import { VueDraggable } from 'vue-draggable-plus'
import type { ArticleProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'

// Which moves a role sees, and in which order.
const props = defineProps<ArticleProps & { directory: DirectoryPage }>()
type Role = { id: string; name: string }
const shelfOf = (role: string) => props.design.shelves.find((one) => one.id === role)
function setShelf({ id: role, name }: Role, moves: string[] | undefined) {
  const before = shelfOf(role) ?? null
  void props.change('shelves', role, before, moves ? { id: role, name, moves } : null)
}
const nameOf = (id: string) => props.design.moves.find((one) => one.id === id)?.name ?? id
const notOn = (moves: readonly string[]) => named(props.design.moves.filter((one) => !moves.includes(one.id)))
const rows = computed(() => props.directory.roles.map((role) => ({ role, moves: shelfOf(role.id)?.moves })))
</script>

<template>
  <section aria-labelledby="shelves">
    <h2 id="shelves">Shelves</h2>
    <p class="quiet">
      What each role sees, and in which order. A change is on the shelves as soon as it is published.
    </p>
    <LedgerTable :heads="[{ label: 'Role' }, { label: 'Its moves' }]">
      <tr v-for="{ role, moves } in rows" :key="role.id">
        <td>{{ role.name }}</td>
        <td>
          <FindingsAt :findings="findings" :place="`moves/shelf-${role.id}`" />
          <template v-if="moves">
            <VueDraggable
              :model-value="moves"
              :disabled="readonly"
              class="shelf"
              @update:model-value="setShelf(role, $event)"
            >
              <span v-for="(id, at) in moves" :key="id" class="chip"
                >{{ nameOf(id) }}
                <template v-if="!readonly"
                  ><KitButton
                    kind="sign"
                    :disabled="at === 0"
                    :aria-label="`${nameOf(id)} earlier for ${role.name}`"
                    @click="setShelf(role, stepped(moves, at, -1))"
                    >←</KitButton
                  ><KitButton
                    kind="sign"
                    :aria-label="`take ${nameOf(id)} off the shelf of ${role.name}`"
                    @click="
                      setShelf(
                        role,
                        moves.filter((one) => one !== id),
                      )
                    "
                    >×</KitButton
                  ></template
                ></span
              >
            </VueDraggable>
            <span v-if="!readonly" class="shelf">
              <KitChoice
                bare
                placeholder="put on …"
                :label="`Put a move on the shelf of ${role.name}`"
                :model-value="null"
                :options="notOn(moves)"
                @update:model-value="$event && setShelf(role, [...moves, $event])"
              />
              <KitButton kind="link" @click="setShelf(role, undefined)">all moves again</KitButton>
            </span>
          </template>
          <template v-else>
            all moves that they may see, in the order above
            <KitButton
              v-if="!readonly"
              kind="link"
              @click="
                setShelf(
                  role,
                  design.moves.map((one) => one.id),
                )
              "
              >choose them</KitButton
            >
          </template>
        </td>
      </tr>
    </LedgerTable>
  </section>
</template>

<style scoped>
.shelf {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  margin: 0 0 4px;
}
.chip {
  border: 1px solid var(--rule-2);
  border-radius: 3px;
  padding: 2px 8px;
  background: var(--page);
}
</style>
