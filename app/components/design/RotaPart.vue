<script setup lang="ts">
import { freeId } from '~~/core/naming'
import { isoDate } from '~~/core/time'
import type { Rota, RotaLayer } from '~~/core/ladder'
import type { ArticleProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'

// Who is on call: members in turn, layers on top for some hours. Swaps are made in the calendar of the rota.
const props = defineProps<ArticleProps & { directory: DirectoryPage }>()
const time = useDeskTime()
const staff = computed(() => props.directory.people.filter((one) => one.active && one.role !== 'requester'))
const nameOf = (id: string) => props.directory.people.find((one) => one.id === id)?.name ?? id
const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']

const save = (rota: Rota, change: Partial<Rota>) =>
  void props.change('rotas', rota.id, rota, { ...rota, ...change })
/** The rota's own turns, then its layers; −1 stands for the rota itself. */
const layersOf = (rota: Rota) =>
  [rota, ...(rota.layers ?? [])].map((layer, index) => ({
    layer: layer as Omit<RotaLayer, 'id'>,
    at: index - 1,
  }))
function setLayer(rota: Rota, at: number, change: Partial<RotaLayer>) {
  if (at < 0) return save(rota, change as Partial<Rota>)
  save(rota, { layers: rota.layers!.map((one, index) => (index === at ? { ...one, ...change } : one)) })
}
function dropOnly(rota: Rota, at: number) {
  if (at < 0) {
    const { only: _, ...rest } = rota
    return void props.change('rotas', rota.id, rota, rest)
  }
  const layers = rota.layers!.map((one, index) => {
    if (index !== at) return one
    const { only: _, ...rest } = one
    return rest
  })
  save(rota, { layers })
}
function removeLayer(rota: Rota, at: number) {
  const { layers = [], ...rest } = rota
  const left = layers.filter((_, index) => index !== at)
  void props.change('rotas', rota.id, rota, { ...rest, ...(left.length && { layers: left }) })
}
const monday = () => {
  const day = new Date(time.now)
  day.setUTCDate(day.getUTCDate() - ((day.getUTCDay() + 6) % 7))
  return isoDate(day.getTime(), 'UTC')
}
function addLayer(rota: Rota) {
  const id = freeId('layer', (one) => (rota.layers ?? []).some((layer) => layer.id === one), 'layer')
  const layer: RotaLayer = {
    id,
    from: monday(),
    handOver: '12:00',
    turnDays: 1,
    members: staff.value.slice(0, 1).map((one) => one.id),
    only: { days: [6, 7], from: '00:00', to: '24:00' },
  }
  save(rota, { layers: [...(rota.layers ?? []), layer] })
}
function add() {
  const id = freeId('rota', (one) => props.design.rotas.some((rota) => rota.id === one), 'rota')
  void props.change('rotas', id, null, {
    id,
    name: 'A new rota',
    zone: props.design.desk.zone,
    from: monday(),
    handOver: '09:00',
    turnDays: 7,
    members: staff.value.slice(0, 2).map((one) => one.id),
  })
}
const moveMember = (members: string[], from: number, by: number) => {
  const next = [...members]
  next.splice(from + by, 0, ...next.splice(from, 1))
  return next
}
const only = (layer: Omit<RotaLayer, 'id'>) =>
  layer.only ?? { days: [1, 2, 3, 4, 5, 6, 7], from: '00:00', to: '24:00' }
function toggleDay(rota: Rota, at: number, layer: Omit<RotaLayer, 'id'>, day: number) {
  const has = only(layer)
  const days = has.days.includes(day) ? has.days.filter((one) => one !== day) : [...has.days, day].sort()
  setLayer(rota, at, { only: { ...has, days } })
}
</script>

<template>
  <section aria-labelledby="rotas">
    <h2 id="rotas">Rotas</h2>
    <p class="quiet">
      Members take turns. A layer on top has it at its own hours. Who is on call when, with swaps and gaps,
      stands in <NuxtLink to="/directory/rota">the rota’s calendar</NuxtLink>.
    </p>
    <div v-for="rota in design.rotas" :key="rota.id" class="rota">
      <FindingsAt :findings="findings" :place="`ladders/rota-${rota.id}`" />
      <h3>
        <template v-if="readonly">{{ rota.name }}</template>
        <input
          v-else
          class="inline-field title"
          :value="rota.name"
          :aria-label="`Name of the rota ${rota.name}`"
          @change="save(rota, { name: typedIn($event) })"
        />
      </h3>
      <p>
        <label
          >Hours are meant in
          <input
            class="inline-field"
            :value="rota.zone"
            :disabled="readonly"
            @change="save(rota, { zone: typedIn($event).trim() })"
        /></label>
      </p>
      <div
        v-for="{ layer, at } in layersOf(rota)"
        :key="at"
        class="layer"
        role="group"
        :aria-label="at < 0 ? `Turns of ${rota.name}` : `Layer ${at + 1} of ${rota.name}`"
      >
        <p>
          <b>{{ at < 0 ? 'Turns' : `Layer ${at + 1}, on top` }}</b>
          <label>
            from
            <input
              class="inline-field num"
              type="date"
              :value="layer.from"
              :disabled="readonly"
              @change="setLayer(rota, at, { from: typedIn($event) })"
          /></label>
          <label>
            hand over every
            <input
              class="inline-field num small-number"
              inputmode="numeric"
              :value="layer.turnDays"
              :disabled="readonly"
              @change="
                setLayer(rota, at, { turnDays: Math.max(1, Math.round(Number(typedIn($event))) || 1) })
              "
            />
            days at</label
          >
          <input
            class="inline-field num"
            type="time"
            :value="layer.handOver"
            :disabled="readonly"
            :aria-label="`${rota.name}: hour of the hand-over${at < 0 ? '' : `, layer ${at + 1}`}`"
            @change="setLayer(rota, at, { handOver: typedIn($event) })"
          />
          <button v-if="at >= 0 && !readonly" class="link" type="button" @click="removeLayer(rota, at)">
            remove this layer
          </button>
        </p>
        <p v-if="layer.only" class="days">
          only
          <button
            v-for="(name, day) in DAYS"
            :key="name"
            class="tab"
            type="button"
            :disabled="readonly"
            :aria-pressed="layer.only.days.includes(day + 1)"
            @click="toggleDay(rota, at, layer, day + 1)"
          >
            {{ name }}
          </button>
          from
          <input
            class="inline-field num"
            :value="layer.only.from"
            size="5"
            :disabled="readonly"
            :aria-label="`Layer ${at + 1} of ${rota.name}: from`"
            @change="setLayer(rota, at, { only: { ...layer.only, from: typedIn($event) } })"
          />
          to
          <input
            class="inline-field num"
            :value="layer.only.to"
            size="5"
            :disabled="readonly"
            :aria-label="`Layer ${at + 1} of ${rota.name}: to`"
            @change="setLayer(rota, at, { only: { ...layer.only, to: typedIn($event) } })"
          />
          <button v-if="!readonly" class="link" type="button" @click="dropOnly(rota, at)">at any hour</button>
        </p>
        <ol class="members">
          <li v-for="(member, index) in layer.members" :key="member">
            {{ nameOf(member) }}
            <template v-if="!readonly">
              <button
                v-if="index > 0"
                class="link"
                type="button"
                :aria-label="`${nameOf(member)} earlier`"
                @click="setLayer(rota, at, { members: moveMember(layer.members, index, -1) })"
              >
                ↑
              </button>
              <button
                class="link"
                type="button"
                :aria-label="`Take ${nameOf(member)} off`"
                @click="setLayer(rota, at, { members: layer.members.filter((one) => one !== member) })"
              >
                ×
              </button>
            </template>
          </li>
          <li v-if="!readonly" class="add">
            <select
              class="inline-field"
              value=""
              :aria-label="`Add somebody to ${rota.name}${at < 0 ? '' : `, layer ${at + 1}`}`"
              @change="setLayer(rota, at, { members: [...layer.members, typedIn($event)] })"
            >
              <option value="">and …</option>
              <option
                v-for="one in staff.filter((person) => !layer.members.includes(person.id))"
                :key="one.id"
                :value="one.id"
              >
                {{ one.name }}
              </option>
            </select>
          </li>
        </ol>
      </div>
      <p v-if="!readonly">
        <button class="link" type="button" @click="addLayer(rota)">a layer on top</button> ·
        <button class="link" type="button" @click="props.change('rotas', rota.id, rota, null)">
          remove {{ rota.name }}
        </button>
      </p>
    </div>
    <p v-if="design.rotas.length === 0" class="quiet">
      There is no rota yet; rungs can tell technicians, leads and named people.
    </p>
    <p v-if="!readonly"><button class="act" type="button" @click="add">Add a rota</button></p>
  </section>
</template>

<style scoped>
.rota {
  border-bottom: 1px solid var(--rule);
  padding: 4px 0 8px;
}
.rota p,
.members {
  margin: 4px 0;
}
.layer {
  border-left: 3px solid var(--rule-2);
  padding-left: 10px;
  margin: 8px 0;
}
.layer p,
.days {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
}
.members {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  padding-left: 20px;
}
.members .add {
  list-style: none;
}
.small-number {
  width: 3.4em;
}
.link {
  min-height: 24px;
  min-width: 24px;
}
</style>
