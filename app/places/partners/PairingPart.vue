<script setup lang="ts">
import { toast } from '~/kit/toast'

// Two desks come to know each other: one makes a code, somebody carries it over, the other types it.
/** When a desk paired last, by either way. */
const props = defineProps<{ pairedAt: number }>()
const cache = useQueryCache()
const anew = () => cache.invalidateQueries({ key: ['partners'] }).catch(() => undefined)
const { busy: isMaking, error: unmade, run: making } = useDeed()
const made = ref<AnswerOf<'POST /api/partners/code'>>()
// A code that was used is of no more use.
watch(
  () => props.pairedAt,
  () => (made.value = undefined),
)
async function make() {
  made.value = (await making(() => api('POST /api/partners/code'))) ?? made.value
}
const { busy, error, run } = useDeed()
const address = ref('')
const code = ref('')
async function pair() {
  const body = { address: address.value.trim(), code: code.value.trim() }
  if (!(await run(() => api('POST /api/partners', { body })))) return
  address.value = code.value = ''
  toast('Both desks know each other now.')
  await anew()
}
</script>

<template>
  <section aria-labelledby="pairing">
    <h2 id="pairing">Pair with a desk</h2>
    <div class="ways">
      <div>
        <h3>They type our code</h3>
        <p class="quiet small">
          Make a code, and give it to whoever looks after their desk together with our address: by telephone,
          or on another way that you trust. It holds once, for 15 minutes.
        </p>
        <template v-if="made">
          <dl>
            <dt>Address</dt>
            <dd>{{ made.address }}</dd>
            <dt>Code</dt>
            <dd class="num code" aria-label="The code for them">{{ made.code }}</dd>
          </dl>
        </template>
        <KitButton kind="act" :busy="isMaking" @click="make">{{
          made ? 'Make another code' : 'Make a code'
        }}</KitButton>
        <KitError :error="unmade" />
      </div>
      <form novalidate @submit.prevent="pair">
        <h3>We type their code</h3>
        <KitText
          v-model="address"
          type="url"
          label="Address of their desk"
          placeholder="https://"
          :error="error?.on('address')"
        />
        <KitText v-model="code" label="Their code" :error="error?.on('code')" />
        <KitButton kind="act" type="submit" :busy="busy" :disabled="!address.trim() || !code.trim()"
          >Pair</KitButton
        >
        <KitError :error="error" />
      </form>
    </div>
  </section>
</template>

<style scoped>
h2 {
  border-bottom: 1px solid var(--rule-2);
  margin: 18px 0 6px;
}
h3 {
  margin: 6px 0;
  font-size: 1rem;
}
.ways {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: 8px 32px;
}
dl {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 2px 12px;
}
dt {
  color: var(--ink-3);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.code {
  font-size: 1.15rem;
  letter-spacing: 0.04em;
}
</style>
