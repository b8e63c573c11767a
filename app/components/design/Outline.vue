<script setup lang="ts">
import { articleAt, OUTLINE, type Line } from '~/design'
import { ownChanges, type DraftPage } from '~/composables/useDraft'

const props = defineProps<{ draft?: DraftPage; edition?: number; article: string }>()
const emit = defineEmits<{ publish: []; publishOwn: []; discard: [] }>()
const route = useRoute()
const session = useSession()
/** Others work on the draft as well: what is one's own can go without theirs. */
const isShared = computed(() => {
  const own = ownChanges(props.draft, session.me?.id).length
  return own > 0 && own < props.draft!.changes.length
})
const LINES: Line[] = [{ path: '', name: 'Editions and draft', number: '§' }, ...OUTLINE]
/** What the article that is open chooses from. */
const chooses = computed(() => articleAt(props.article)?.article.chooses ?? [])
const query = computed(() => (route.query.edition ? { edition: String(route.query.edition) } : {}))
const on = (path: string, article: string) =>
  path === '' ? article === '' : article === path || article.startsWith(`${path}/`)
</script>

<template>
  <nav class="outline" aria-label="Articles of the design">
    <p class="title" v-if="edition">
      <b>Edition {{ edition }}</b> <span class="quiet">published, to read</span>
    </p>
    <p class="title" v-else-if="draft">
      <b>Edition {{ draft.edition + 1 }}</b> <span class="quiet">draft</span><br />
      <span class="quiet small"
        >{{ counted(draft.changes.length, 'change') }} · {{ counted(errors(draft), 'error') }},
        {{ counted(remarks(draft), 'remark') }}</span
      >
    </p>
    <ol>
      <li v-for="line in LINES" :key="line.path">
        <NuxtLink
          :to="{ path: `/design/${line.articles?.[0]?.path ?? line.path}`, query }"
          :class="{ on: on(line.path, article) }"
          :aria-current="article === line.path && !line.articles ? 'page' : undefined"
          ><span class="num">{{ line.number }}</span> {{ line.name }}</NuxtLink
        >
        <ol v-if="line.articles && on(line.path, article)">
          <li v-for="one in line.articles" :key="one.path">
            <NuxtLink
              :to="{ path: `/design/${one.path}`, query }"
              :class="{ on: article === one.path }"
              :aria-current="article === one.path ? 'page' : undefined"
              ><span class="num">{{ one.number }}</span> {{ one.name }}</NuxtLink
            >
          </li>
        </ol>
      </li>
    </ol>
    <AddHere v-if="!edition && draft" class="missing" :lists="chooses" />
    <div v-if="!edition && draft?.begun" class="acts">
      <KitButton
        v-if="session.may('publishDesign')"
        kind="main"
        :disabled="errors(draft) > 0 || draft.changes.length === 0"
        @click="emit('publish')"
      >
        {{
          errors(draft) > 0
            ? `Publish: ${counted(errors(draft), 'error')} first`
            : `Publish edition ${draft.edition + 1}`
        }}
      </KitButton>
      <p v-else class="small quiet">Your role publishes nothing; ask a lead to.</p>
      <KitButton v-if="isShared && session.may('publishDesign')" kind="plain" @click="emit('publishOwn')"
        >Only what you changed …</KitButton
      >
      <KitButton kind="plain" @click="emit('discard')">Throw the draft away</KitButton>
    </div>
    <p v-if="edition" class="acts"><NuxtLink :to="{ path: route.path }">To the draft</NuxtLink></p>
  </nav>
</template>

<script lang="ts">
const errors = (draft: DraftPage) => draft.findings.filter((one) => one.severity === 'error').length
/** Remarks that nobody has decided to leave as they are. */
const remarks = (draft: DraftPage) =>
  draft.findings.filter((one) => one.severity === 'remark' && one.kept === undefined).length
</script>

<style scoped>
.outline {
  background: var(--page-2);
  border-right: 1px solid var(--rule-2);
  padding: 16px 0 20px;
  overflow-y: auto;
}
.title {
  padding: 0 18px;
  margin: 0 0 10px;
}
.title b {
  font: 600 1.15rem var(--serif);
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
a {
  display: block;
  padding: 5px 18px;
  color: var(--ink-2);
  text-decoration: none;
}
a .num {
  display: inline-block;
  width: 26px;
  color: var(--ink-3);
}
ol ol a .num {
  width: 40px;
}
a.on {
  color: var(--ink);
  font-weight: 650;
  box-shadow: inset -4px 0 var(--sea);
}
ol ol a {
  padding: 3px 18px 3px 38px;
}
ol ol .num {
  width: 30px;
}
.missing {
  padding: 12px 18px 0;
}
.acts {
  padding: 16px 18px 0;
  display: flex;
  flex-direction: column;
  gap: 8px;
}
/* On a narrow screen the articles stand in one line that can be pushed, so that the page begins with what is open. */
@media (max-width: 760px) {
  .outline {
    border-right: 0;
    border-bottom: 1px solid var(--rule-2);
    padding: 10px 0;
    overflow: hidden;
  }
  .outline > ol {
    display: flex;
    overflow-x: auto;
  }
  a,
  ol ol a {
    white-space: nowrap;
    padding: 6px 12px;
  }
  a .num,
  ol ol .num {
    width: auto;
    margin-right: 4px;
  }
  a.on {
    box-shadow: inset 0 -3px var(--sea);
  }
  ol ol {
    display: flex;
  }
  .acts {
    flex-direction: row;
    flex-wrap: wrap;
    padding: 10px 12px 0;
  }
}
</style>
