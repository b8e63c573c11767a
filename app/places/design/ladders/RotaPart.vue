<script setup lang="ts">
import { freeId } from '~~/core/naming'
import { isoDate } from '~~/core/time'
import { minuteOfDay } from '~~/core/time/calendar'
import type { Rota, RotaLayer } from '~~/core/ladder'
import type { ArticleProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'

// Who is on call: members in turn, layers on top for some hours. Swaps are made in the calendar of the rota.
const props = defineProps<ArticleProps & { directory: DirectoryPage }>()
const time = useDeskTime()
const staff = computed(() => props.directory.people.filter((one) => one.active && one.role !== 'requester'))
const nameOf = (id: string) => props.directory.people.find((one) => one.id === id)?.name ?? id
const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'].map((label, at) => ({ value: at + 1, label }))

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
const ENDS = ['from', 'to'] as const
/** An hour as designs write it: 9:00 is 09:00. */
function hourOf(typed: string): string {
  const found = /^(\d{1,2})[:.](\d\d)$/.exec(typed.trim())
  if (!found) throw new Error('Write an hour, such as 09:00.')
  const hour = `${found[1]!.padStart(2, '0')}:${found[2]}`
  minuteOfDay(hour)
  return hour
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
        <KitText
          v-else
          bare
          in-place="heading"
          :label="`Name of the rota ${rota.name}`"
          :model-value="rota.name"
          :commit="(name: string) => save(rota, { name })"
        />
      </h3>
      <KitChoice
        class="zone"
        label="Hours are meant in"
        :model-value="rota.zone"
        :options="zoneOptions(rota.zone)"
        :disabled="readonly"
        @update:model-value="$event && save(rota, { zone: $event })"
      />
      <div
        v-for="{ layer, at } in layersOf(rota)"
        :key="at"
        class="layer"
        role="group"
        :aria-label="at < 0 ? `Turns of ${rota.name}` : `Layer ${at + 1} of ${rota.name}`"
      >
        <p>
          <b>{{ at < 0 ? 'Turns' : `Layer ${at + 1}, on top` }}</b>
        </p>
        <div class="turns">
          <KitDay
            label="From"
            :model-value="layer.from"
            :disabled="readonly"
            :commit="(from: string | null) => from && setLayer(rota, at, { from })"
          />
          <KitNumber
            label="Hand over every"
            unit="days"
            :min="1"
            :max="366"
            :model-value="layer.turnDays"
            :disabled="readonly"
            :commit="(days: number | null) => setLayer(rota, at, { turnDays: days ?? 1 })"
          />
          <KitText
            class="hour"
            :label="`Hour of the hand-over${at < 0 ? '' : `, layer ${at + 1}`}`"
            :model-value="layer.handOver"
            :disabled="readonly"
            :commit="(handOver: string) => setLayer(rota, at, { handOver: hourOf(handOver) })"
          />
          <KitButton v-if="at >= 0 && !readonly" kind="link" @click="removeLayer(rota, at)"
            >remove this layer</KitButton
          >
        </div>
        <div v-if="layer.only" class="days">
          <KitManyChoices
            class="only"
            label="Only on"
            :model-value="layer.only.days"
            :options="DAYS"
            :disabled="readonly"
            @update:model-value="setLayer(rota, at, { only: { ...layer.only, days: [...$event].sort() } })"
          />
          <KitText
            v-for="end in ENDS"
            :key="end"
            class="hour"
            :label="end === 'from' ? 'from' : 'to'"
            :model-value="layer.only[end]"
            :disabled="readonly"
            :commit="(hour: string) => setLayer(rota, at, { only: { ...layer.only!, [end]: hourOf(hour) } })"
          />
          <KitButton v-if="!readonly" kind="link" @click="dropOnly(rota, at)">at any hour</KitButton>
        </div>
        <ol class="members">
          <li v-for="(member, index) in layer.members" :key="member">
            {{ nameOf(member) }}
            <template v-if="!readonly">
              <KitButton
                v-if="index > 0"
                kind="sign"
                :aria-label="`${nameOf(member)} earlier`"
                @click="setLayer(rota, at, { members: moveMember(layer.members, index, -1) })"
                >↑</KitButton
              >
              <KitButton
                kind="sign"
                :aria-label="`Take ${nameOf(member)} off`"
                @click="setLayer(rota, at, { members: layer.members.filter((one) => one !== member) })"
                >×</KitButton
              >
            </template>
          </li>
          <li v-if="!readonly" class="add">
            <KitChoice
              bare
              placeholder="and …"
              :label="`Add somebody to ${rota.name}${at < 0 ? '' : `, layer ${at + 1}`}`"
              :model-value="null"
              :options="named(staff.filter((person) => !layer.members.includes(person.id)))"
              @update:model-value="$event && setLayer(rota, at, { members: [...layer.members, $event] })"
            />
          </li>
        </ol>
      </div>
      <p v-if="!readonly">
        <KitButton kind="link" @click="addLayer(rota)">a layer on top</KitButton> ·
        <KitButton kind="link" @click="props.change('rotas', rota.id, rota, null)"
          >remove {{ rota.name }}</KitButton
        >
      </p>
    </div>
    <p v-if="design.rotas.length === 0" class="quiet">
      There is no rota yet; rungs can tell technicians, leads and named people.
    </p>
    <p v-if="!readonly"><KitButton @click="add">Add a rota</KitButton></p>
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
.turns,
.days {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: flex-end;
}
.turns .kit-button,
.days .kit-button {
  margin-bottom: 16px;
}
.hour :deep(input) {
  width: 6em;
}
.zone {
  max-width: 320px;
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
</style>
