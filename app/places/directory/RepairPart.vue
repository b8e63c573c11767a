<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import { toast } from '~/kit/toast'
import type { ThingPage } from './useThings'

// Where a machine is while a shop repairs it: sent, expected, back.
const props = defineProps<{ id: string; name: string; away?: ThingPage['more']['away'] }>()
const session = useSession()
const time = useDeskTime()
const when = (at: number) => momentInWords(at, session.me?.zone ?? 'UTC', time.now)
const isLate = computed(
  () =>
    props.away?.expectedAt !== null &&
    props.away?.expectedAt !== undefined &&
    props.away.expectedAt < time.now,
)
const open = ref<'repair' | 'back'>()
const typed = reactive({ shop: '', expected: '', reference: null as number | null, remarks: '' })
const { busy, error, run } = useDeed()
const cache = useQueryCache()
async function send() {
  const path = { number: Number(props.id) }
  const { shop, expected, reference, remarks } = typed
  const done = await run(() =>
    open.value === 'back'
      ? api('POST /api/equipment/{number}/back', { path, body: { remarks: remarks || undefined } })
      : api('POST /api/equipment/{number}/repair', {
          path,
          body: { shop, expected: expected || undefined, reference: reference ?? undefined },
        }),
  )
  if (!done) return
  toast(open.value === 'back' ? `${props.name} is back.` : `${props.name} is out for repair.`)
  open.value = undefined
  Object.assign(typed, { shop: '', expected: '', reference: null, remarks: '' })
  await cache.invalidateQueries({ key: ['directory'] }).catch(() => undefined)
}
</script>

<template>
  <section aria-labelledby="repair">
    <h2 id="repair">Repair</h2>
    <p v-if="away">
      At <b>{{ away.shop }}</b> since {{ when(away.sentAt)
      }}<template v-if="away.expectedAt">
        , expected back
        <span :class="{ late: isLate }"
          >by {{ when(away.expectedAt) }}{{ isLate ? ', overdue' : '' }}</span
        ></template
      ><template v-if="away.reference">
        , for <NuxtLink class="num" :to="`/desk/${away.reference}`">{{ away.reference }}</NuxtLink></template
      >.
    </p>
    <p v-else class="quiet">It is not at a repair shop.</p>
    <p v-if="!open">
      <KitButton v-if="away" @click="open = 'back'">It is back …</KitButton>
      <KitButton v-else @click="open = 'repair'">Send it to a shop …</KitButton>
    </p>
    <form v-else class="panel" novalidate @submit.prevent="send" @keydown.esc.stop="open = undefined">
      <template v-if="open === 'repair'">
        <KitText v-model="typed.shop" label="Repair shop" focuses :error="error?.on('shop')" />
        <KitDay v-model="typed.expected" label="Expected back" :error="error?.on('expected')" />
        <KitNumber v-model="typed.reference" label="For ticket" :min="1" :error="error?.on('reference')" />
      </template>
      <KitLongText
        v-else
        v-model="typed.remarks"
        label="What was done there"
        focuses
        :error="error?.on('remarks')"
      />
      <KitError :error="error" />
      <KitButton kind="main" type="submit" :busy="busy">{{
        open === 'repair' ? 'Send it' : 'It is back'
      }}</KitButton>
      &nbsp;<KitButton kind="plain" @click="open = undefined">Leave it</KitButton>
    </form>
  </section>
</template>

<style scoped>
h2 {
  border-bottom: 1px solid var(--rule-2);
  margin: 18px 0 6px;
}
.late {
  color: var(--red);
  font-weight: 600;
}
</style>
