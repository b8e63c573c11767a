<script setup lang="ts">
import type { ItemIcon } from '~~/core/intake'

// What can be asked for at a portal, group by group.
defineProps<{
  portal: string
  groups: readonly {
    id: string
    name: string
    items: readonly { id: string; name: string; description: string; icon?: ItemIcon | undefined }[]
  }[]
  /** What is offered where nothing fits. */
  otherwise?: { id: string; name: string }
}>()
const { say } = usePortalWords()

/** Goes to the page of a link without loading everything anew; with a key held the browser does what it does. */
function follow(event: MouseEvent) {
  const link = elementOf(event)?.closest('a')
  if (!link || event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return
  event.preventDefault()
  void navigateTo(link.getAttribute('href')!)
}
</script>

<template>
  <!-- Plain links: a portal may have hundreds, and each component among them takes time. -->
  <div class="frame" @click="follow">
    <div class="groups">
      <section v-for="group in groups" :key="group.id">
        <h2>{{ group.name }}</h2>
        <ul>
          <li v-for="item in group.items" :key="item.id" :class="{ drawn: item.icon }">
            <span
              v-if="item.icon"
              class="icon"
              :style="{ '--icon': `url(/item-icons/${item.icon}.svg)` }"
              aria-hidden="true"
            />
            <a :href="`/portal/${portal}/ask/${item.id}`">{{ item.name }}</a>
            <span class="quiet">{{ item.description }}</span>
          </li>
        </ul>
      </section>
    </div>
    <p v-if="groups.length === 0" class="quiet">{{ say('index.empty') }}</p>
    <p v-if="otherwise">
      {{ say('index.otherwise') }} <a :href="`/portal/${portal}/ask/${otherwise.id}`">{{ otherwise.name }}</a>
    </p>
  </div>
</template>

<style scoped>
.frame {
  container-type: inline-size;
}
.groups {
  columns: 2;
  column-gap: 46px;
}
.groups section {
  break-inside: avoid;
  padding-bottom: 24px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
h2 {
  border-bottom: 3px double var(--rule-2);
  padding-bottom: 4px;
}
li {
  padding: 8px 0;
  border-bottom: 1px dotted var(--rule);
}
li.drawn {
  position: relative;
  padding-left: 28px;
}
li .quiet {
  display: block;
  font-size: 0.93rem;
}
li a {
  font-weight: 600;
  color: var(--ink);
  text-decoration: none;
}
li a:hover {
  text-decoration: underline;
}
.icon {
  position: absolute;
  left: 0;
  top: 6px;
  width: 19px;
  height: 19px;
  background: var(--brass);
  mask: var(--icon) center / contain no-repeat;
}
@container (max-width: 520px) {
  .groups {
    columns: 1;
  }
}
</style>
