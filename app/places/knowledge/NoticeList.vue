<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import { toast } from '~/kit/toast'

// What the visitors of portals are told is broken. One that ends is gone at once, and comes back if the desk refuses.
defineEmits<{ tell: [] }>()
type Notices = AnswerOf<'GET /api/notices'>
const KEY = ['notices']
const session = useSession()
const time = useDeskTime()
const zone = computed(() => session.me?.zone ?? 'UTC')
const list = useQuery({ key: KEY, query: ({ signal }) => api('GET /api/notices', { signal }) })
const cache = useQueryCache()

const end = useMutation({
  mutation: (notice: Notices[number]) =>
    api('POST /api/notices/{notice}/end', { path: { notice: notice.id } }),
  onMutate(notice) {
    cache.cancelQueries({ key: KEY })
    const before = cache.getQueryData<Notices>(KEY) ?? []
    const after = before.filter((one) => one.id !== notice.id)
    cache.setQueryData(KEY, after)
    return { before, after }
  },
  onError(error, _, { before, after }) {
    if (before && cache.getQueryData(KEY) === after) cache.setQueryData(KEY, before)
    toast(asApiError(error).problem.detail, { bad: true })
  },
  onSuccess: (_, notice) => toast(`“${notice.title}” is no longer told.`),
})
</script>

<template>
  <section aria-labelledby="known">
    <h2 id="known">Known to be broken</h2>
    <KitError :error="list.error.value" tries-again @again="list.refetch()" />
    <p v-for="notice in list.data.value" :key="notice.id" class="line">
      <span
        ><b>{{ notice.title }}</b>
        <span class="quiet small"> since {{ momentInWords(notice.starts, zone, time.now) }}</span></span
      >
      <KitButton
        v-if="session.may('writeNotices')"
        kind="link"
        :aria-label="`End: ${notice.title}`"
        @click="end.mutate(notice)"
        >it works again</KitButton
      >
    </p>
    <p v-if="list.data.value?.length === 0" class="quiet">Nothing: the portals show no notice.</p>
    <KitButton v-if="session.may('writeNotices')" @click="$emit('tell')"
      >Tell visitors of a fault …</KitButton
    >
  </section>
</template>

<style scoped>
h2 {
  border-bottom: 3px double var(--rule-2);
  margin: 14px 0 6px;
}
.line {
  margin: 8px 0;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  justify-content: space-between;
  align-items: baseline;
}
</style>
