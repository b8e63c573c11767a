<script setup lang="ts">
import type { MachineDeed } from '~~/core/assist'

// The machine of the assist stand-in: its screen, for whoever sits at it and for those of the desk who look at it.
const props = defineProps<{ at: string; as: string }>()
const { busy, error, run } = useDeed()
type Machine = AnswerOf<'POST /api/standins/machine/{key}'>
const machine = shallowRef<Machine>()
const gone = ref('')
const ask = (deed: MachineDeed, words: object = {}) =>
  api('POST /api/standins/machine/{key}', {
    path: { key: props.at },
    body: { as: props.as, deed, ...words },
  })
async function look() {
  try {
    machine.value = await ask('look')
    gone.value = ''
  } catch (thrown) {
    const { problem } = asApiError(thrown)
    if (problem.status !== 404) return void (gone.value = problem.detail)
    stop()
    if (machine.value) machine.value = { ...machine.value, isOver: true }
    gone.value = problem.detail
  }
}
async function does(deed: MachineDeed, words: object = {}) {
  const done = await run(() => ask(deed, words))
  if (done) machine.value = done
  return done !== undefined
}
const EVERY = 1000
let tick: ReturnType<typeof setInterval> | undefined
function stop() {
  clearInterval(tick)
}
onMounted(() => {
  void look()
  tick = setInterval(() => {
    if (!busy.value && !document.hidden && !machine.value?.isOver) void look()
  }, EVERY)
})
onBeforeUnmount(stop)
const may = (means: 'control' | 'files' | 'restart') =>
  !machine.value?.isHelper || machine.value.allows.includes(means)
const text = ref('')
async function say() {
  const said = text.value.trim()
  if (said && (await does('say', { text: said }))) text.value = ''
}
/** Its name and its size go over: nothing of this machine is kept anywhere. */
async function send(files: File[]) {
  for (const { name, size } of files) await does('send', { name: name.slice(0, 200), size })
}
</script>

<template>
  <main id="main" class="machine">
    <p class="mark"><i>Yare</i> Ledger · a machine that stands in for a real one</p>
    <KitError v-if="gone && !machine" :error="gone" />
    <p v-else-if="!machine" role="status" class="quiet">Looking at the machine …</p>
    <template v-else>
      <header>
        <h1>{{ machine.name }}</h1>
        <p>
          {{
            machine.isHelper
              ? `You look at the machine of ${machine.person}.`
              : `${machine.person}, this is your machine.`
          }}
          <template v-if="machine.within.length"> Looking now: {{ machine.within.join(', ') }}.</template>
          <b v-if="machine.recorded"> Recorded.</b>
        </p>
      </header>
      <p v-if="machine.isOver" class="notice" role="status">The session is over. This window can be shut.</p>
      <p v-else-if="machine.isRestarting" class="notice" role="status">The machine restarts …</p>
      <p v-else-if="machine.isCut" class="notice bad" role="status">
        {{
          machine.isHelper
            ? 'The machine cannot be reached. It comes back by itself once its line does.'
            : 'The line to the desk is cut.'
        }}
        <KitButton v-if="!machine.isHelper" kind="act" :busy="busy" @click="does('mend')"
          >Mend the line</KitButton
        >
      </p>
      <KitError :error="error" />
      <div v-if="!machine.isOver && !machine.isRestarting" class="panels">
        <section
          v-for="panel in machine.panels"
          :key="panel.id"
          class="program"
          :class="{ faulty: panel.isFaulty }"
        >
          <h2>{{ panel.name }}</h2>
          <p v-for="line in panel.says" :key="line">{{ line }}</p>
          <KitButton
            v-if="panel.deed && may('control')"
            kind="act"
            :busy="busy"
            @click="does(panel.deed.deed)"
            >{{ panel.deed.label }}</KitButton
          >
        </section>
      </div>
      <p v-if="!machine.isOver" class="acts">
        <KitButton v-if="may('restart')" kind="plain" :busy="busy" @click="does('restart')"
          >Restart</KitButton
        >
        <template v-if="machine.isHelper && may('files')">
          <KitButton kind="plain" :busy="busy" @click="does('fetch')">Fetch its log</KitButton>
        </template>
        <KitButton kind="plain" :busy="busy" @click="does('end')">{{
          machine.isHelper ? 'Leave' : 'End the session'
        }}</KitButton>
      </p>
      <KitFiles
        v-if="machine.isHelper && may('files') && !machine.isOver"
        label="Send it a file"
        :lines="[]"
        @pick="send"
      />
      <ul v-if="machine.files.length" aria-label="Files that came">
        <li v-for="(file, index) in machine.files" :key="index">
          {{ file.name }} <span class="quiet">from {{ file.from }}</span>
        </li>
      </ul>
      <section aria-label="What was said">
        <ul v-if="machine.chat.length" class="chat" aria-live="polite">
          <li v-for="(line, index) in machine.chat" :key="index">
            <b>{{ line.name }}</b> {{ line.text }}
          </li>
        </ul>
        <form v-if="!machine.isOver" class="say" novalidate @submit.prevent="say">
          <KitText v-model="text" label="Say something" :most="2000" />
          <KitButton kind="act" type="submit" :busy="busy" :disabled="!text.trim()">Say it</KitButton>
        </form>
      </section>
    </template>
  </main>
</template>

<style scoped>
.machine {
  max-width: 980px;
  margin: 0 auto;
  padding: 16px 20px 40px;
}
.mark {
  font: 0.95rem var(--serif);
  color: var(--ink-3);
}
.panels {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 10px;
}
.program {
  border: 1px solid var(--rule-2);
  background: var(--page-2);
  padding: 8px 12px;
}
.program h2 {
  font-size: 1.05rem;
}
.program p {
  margin: 3px 0;
}
.faulty {
  border-left: 4px solid var(--red);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.chat {
  list-style: none;
  padding: 0;
  max-height: 240px;
  overflow: auto;
}
li {
  overflow-wrap: anywhere;
}
.say {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: flex-end;
}
.say :deep(.kit-field) {
  margin-bottom: 0;
  flex: 1 1 260px;
}
</style>
