<script setup lang="ts">
import { LINE_WORDS, pointsOf, type LikenessLine } from '~~/core/similar'

// The small sign after how alike a ticket is: pressed, it shows the account, whose lines add up.
const props = defineProps<{
  one: { reference: number; likeness: number; lines: readonly LikenessLine[]; words: readonly string[] }
}>()
const lines = computed(() => pointsOf(props.one))
</script>

<template>
  <WhyMark :label="`Why ${one.reference} is like it`">
    <table class="account">
      <tbody>
        <tr v-for="line in lines" :key="line.of">
          <th scope="row">
            {{ LINE_WORDS[line.of] }}
            <span v-if="line.of === 'words' && one.words.length" class="quiet small">{{
              one.words.join(', ')
            }}</span>
          </th>
          <td class="bar"><span :style="{ width: `${line.points}%` }" /></td>
          <td class="num">{{ line.points }}</td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <th scope="row">of 100</th>
          <td />
          <td class="num">{{ Math.round(one.likeness * 100) }}</td>
        </tr>
      </tfoot>
    </table>
  </WhyMark>
</template>

<style scoped>
.account {
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: 400;
  padding: 2px 10px 2px 0;
}
th .small {
  display: block;
}
.bar {
  width: 90px;
}
.bar span {
  display: block;
  height: 5px;
  background: var(--sea);
}
.num {
  text-align: right;
  padding-left: 8px;
}
tfoot th,
tfoot td {
  border-top: 3px double var(--rule-2);
  font-weight: 600;
}
</style>
