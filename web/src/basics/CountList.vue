<script setup lang="ts">
import type { CountedView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useFetched } from '../state/fetched.ts'
import { useSession } from '../state/session.ts'
import VirtualList from './VirtualList.vue'
import NotYet from './NotYet.vue'

// The count explained: every person, counted or not, and why.
const props = defineProps<{ product: string }>()
type Row = CountedView & { id: string }
const { t } = useI18n()
const session = useSession()
const { data, error, again } = useFetched<{ people: CountedView[] }>(() => session.path('/count'))
const onlyCounted = ref(true)
const rows = computed<Row[]>(() =>
  (data.value?.people ?? [])
    .filter((one) => one.product === props.product && (one.counted || !onlyCounted.value))
    .map((one) => ({ ...one, id: one.personId })),
)
const counted = computed(() => rows.value.filter((row) => row.counted).length)
</script>

<template>
  <section class="count">
    <p>
      <strong>{{ t('count.counted', { count: counted }) }}</strong>
      <BFormCheckbox id="count-only" v-model="onlyCounted" class="only">{{ t('count.only') }}</BFormCheckbox>
      <a :href="session.path('/count/file.csv')">CSV</a>
    </p>
    <VirtualList class="list" role="grid" :rows="rows" chosen-id="" :label="t('seats.who')">
      <template #head>
        <span>{{ t('people.name') }}</span><span>{{ t('count.is') }}</span
        ><span>{{ t('count.why') }}</span
        ><span>{{ t('count.client') }}</span>
      </template>
      <template #row="{ row }">
        <span>{{ row.name }}</span><span>{{ row.counted ? t('count.yes') : t('count.no') }}</span
        ><span class="muted">{{ row.why }}</span
        ><span class="muted">{{ row.client }}</span>
      </template>
      <template #none>
        <template v-if="data">{{ t('count.none') }}</template>
        <NotYet v-else :error="error" :again="again" />
      </template>
    </VirtualList>
  </section>
</template>

<style scoped>
.count {
  margin-bottom: 12px;
}
.count p {
  display: flex;
  gap: 16px;
  align-items: center;
  margin: 0 0 6px;
}
.list {
  --columns: minmax(0, 1fr) 70px minmax(0, 1.2fr) minmax(0, 1fr);
  height: 300px;
}
</style>
