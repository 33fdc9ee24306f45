<script setup lang="ts">
import type { CellView } from '@lodge/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { todayIn } from '../../logic/dates.ts'
import DoorMark from '../../marks/DoorMark.vue'
import KeyMark from '../../marks/KeyMark.vue'
import WallMark from '../../marks/WallMark.vue'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import AskWhy from '../access/AskWhy.vue'
import SheetHead from '../../basics/SheetHead.vue'
import NotYet from '../../basics/NotYet.vue'
import { must } from '@lodge/core/must'

// One person at one place: each area with its why, that of the area looked at already open.
const props = defineProps<{ personId: string; placeId: string; area: string | null }>()
defineEmits<{ close: [] }>()
const { t } = useI18n()
const session = useSession()
const {
  data: cell,
  error,
  again,
} = useFetched<CellView>(() => session.path(`/places/${props.placeId}/keys/${props.personId}`))
const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))
const missing = computed(
  () => props.area !== null && cell.value !== null && !cell.value.keys.some((key) => key.area === props.area),
)
const nothing = computed(() => ({
  area: must(props.area, 'area'),
  name: must(props.area, 'area').split('/')[1] ?? '',
  product: '',
  level: 'none' as const,
  granted: 'none' as const,
  heldBack: false,
  ownOnly: false,
  withApproval: null,
  sentence: '',
}))
</script>

<template>
  <article>
    <NotYet v-if="!cell" :error="error" :again="again" />
    <template v-if="cell">
      <SheetHead :close-label="t('grid.closeCell')" @close="$emit('close')">
        <DoorMark :state="cell.state" />
        <h2>
          <RouterLink :to="{ name: 'people', params: { personId } }">{{ cell.name }}</RouterLink>
        </h2>
      </SheetHead>
      <p>
        <WallMark v-if="cell.walled" />{{ t('grid.at') }}
        <RouterLink :to="{ name: 'places', params: { placeId } }">{{ cell.placeName }}</RouterLink>
        <span v-if="cell.path.length > 1" class="muted"> · {{ cell.path.slice(0, -1).join(' / ') }}</span>
      </p>
      <ul>
        <AskWhy v-if="missing" :area="nothing" :place-id="placeId" :person-id="personId" :today="today" opened />
        <AskWhy
          v-for="key in cell.keys"
          :key="key.area"
          :area="key"
          :place-id="placeId"
          :person-id="personId"
          :today="today"
          :opened="key.area === area"
        />
      </ul>
      <template v-if="cell.onceIn.length > 0">
        <h3 class="caption">{{ t('places.onceIn') }}</h3>
        <ul>
          <li v-for="key in cell.onceIn" :key="key.area">
            <KeyMark :level="key.level" /> {{ key.product }}: {{ key.name }}
          </li>
        </ul>
      </template>
      <p v-else-if="cell.keys.length === 0 && !missing" class="muted">{{ t('grid.noKeys') }}</p>
    </template>
  </article>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
h2 a {
  color: inherit;
}
</style>
