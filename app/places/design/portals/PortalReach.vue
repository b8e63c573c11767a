<script setup lang="ts">
import type { Design } from '~~/core/design'
import { addressOf, type Portal } from '~~/core/intake'
import type { DirectoryPage } from '~/composables/useNames'
import { readdressed } from './portals'

// Where a portal is found, who may come in, and what stands at its door.
const props = defineProps<{ portal: Portal; design: Design; directory: DirectoryPage; disabled: boolean }>()
const emit = defineEmits<{ change: [change: Partial<Portal>] }>()

const put = (change: Partial<Portal>) => emit('change', change)
function readdress(wanted: string) {
  const { address, formerAddresses } = readdressed(props.design, props.portal, wanted)
  put({ address, formerAddresses })
}
const leadingOn = computed(() =>
  [...(props.portal.formerAddresses ?? []), ...(props.portal.address ? [props.portal.id] : [])].map(
    (one) => `/portal/${one}`,
  ),
)
const organisations = computed(() => named(props.directory.organisations))
const BY = [
  { value: 'mail', label: 'their mail address' },
  { value: 'shortName', label: 'their short name in the directory' },
] as const
const SEEN: { value: 'notices' | 'catalog'; label: string }[] = [
  { value: 'notices', label: 'notices of what is broken' },
  { value: 'catalog', label: 'what can be asked for' },
]
const COLLEAGUES: { value: 'ask' | 'see'; label: string }[] = [
  { value: 'ask', label: 'ask for each other' },
  { value: 'see', label: 'see and watch each other’s requests' },
]
function setMinutes(minutes: number | null) {
  if (minutes === null || minutes < 1 || minutes > 1440) throw new Error('Write minutes from 1 to 1440.')
  put({ inactivityMinutes: minutes })
}
</script>

<template>
  <section aria-labelledby="reach">
    <h2 id="reach">Where it is, and for whom</h2>
    <div class="pairs">
      <KitText
        label="Address, the end of /portal/…"
        :model-value="addressOf(portal)"
        :help="
          leadingOn.length ? `${leadingOn.join(', ')} leads on to it.` : 'When it changes, this one leads on.'
        "
        :disabled="disabled"
        :commit="readdress"
      />
      <KitManyChoices
        label="People of"
        placeholder="any organisation"
        :model-value="portal.organisations"
        :options="organisations"
        :disabled="disabled"
        @update:model-value="put({ organisations: [...$event] })"
      />
      <KitChoice
        label="People sign in with"
        :model-value="portal.signInBy ?? 'mail'"
        :options="BY"
        :disabled="disabled"
        @update:model-value="put({ signInBy: $event === 'shortName' ? $event : undefined })"
      />
      <KitNumber
        label="Signs people off without activity after"
        unit="minutes"
        :min="1"
        :max="1440"
        :model-value="portal.inactivityMinutes"
        :disabled="disabled"
        :commit="setMinutes"
      />
      <KitTicks
        label="People of one organisation may"
        help="What is confidential is seen by whoever asks alone."
        :model-value="portal.colleagues ?? []"
        :options="COLLEAGUES"
        :disabled="disabled"
        @update:model-value="put({ colleagues: $event.length ? $event : undefined })"
      />
      <KitTicks
        label="Seen at the door, before signing in"
        help="What is for some people only is never seen there."
        :model-value="portal.beforeSignIn ?? []"
        :options="SEEN"
        :disabled="disabled"
        @update:model-value="put({ beforeSignIn: $event.length ? $event : undefined })"
      />
    </div>
  </section>
</template>
