<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { LedgerEntryView } from '../../api/types.ts'
import { localParts, shortDate } from '../../logic/dates.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'

// What the ledger says of one thing, asked for when opened.
const props = defineProps<{ about: string; today: string }>()
const { t } = useI18n()
const session = useSession()
const open = ref(false)
const { data } = useFetched<{ entries: LedgerEntryView[] }>(() =>
  open.value ? session.path(`/ledger?about=${props.about}`) : null,
)
const zone = computed(() => session.me?.current?.zone ?? 'UTC')
const mayRead = computed(() => session.rooms.includes('ledger'))
</script>

<template>
  <template v-if="mayRead">
    <h3 class="caption">
      <button type="button" :aria-expanded="open" @click="open = !open">
        {{ open ? '▾' : '▸' }} {{ t('places.history') }}
      </button>
    </h3>
    <ul v-if="open">
      <li v-for="entry in data?.entries ?? []" :key="entry.version">
        <span class="muted">{{ shortDate(localParts(entry.at, zone).date, today) }}</span>
        {{ entry.actor }} {{ entry.sentences.join('; ') }}
      </li>
      <li v-if="data && data.entries.length === 0" class="muted">{{ t('places.noHistory') }}</li>
    </ul>
  </template>
</template>

<style scoped>
.caption {
  margin: 14px 0 2px;
  padding-bottom: 3px;
  border-bottom: 1px solid var(--line);
}
button {
  border: 0;
  padding: 0;
  background: none;
  color: inherit;
  font: inherit;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 4px 0;
  border-bottom: 1px solid var(--line-soft);
  font-size: 13px;
}
</style>
