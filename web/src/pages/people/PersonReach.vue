<script setup lang="ts">
import type { PersonSheetView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { reachLines } from '../../logic/reach-summary.ts'
import KeyMark from '../../marks/KeyMark.vue'
import WallMark from '../../marks/WallMark.vue'
import { useMoney } from '../../state/money.ts'
import AskWhy from '../access/AskWhy.vue'
import SheetSection from '../../basics/SheetSection.vue'

// What someone's keys and seats open: by area over all places, and place by place with why.
const props = defineProps<{ person: PersonSheetView }>()
const { t } = useI18n()
const { today } = useMoney()
const personId = computed(() => props.person.id)
const reaches = computed(() => reachLines(props.person.keys))
/** Whether what is reached is shown place by place, and the places that are open. */
const byPlace = ref(false)
const opened = ref(new Set<string>())

function toggle(id: string): void {
  if (!opened.value.delete(id)) opened.value.add(id)
}
</script>

<template>
  <SheetSection :title="t('person.getsIn')">
    <p v-if="person.keys.length === 0 && !person.offer" class="muted">{{ t('person.nothing') }}</p>
    <p v-for="line in reaches" :key="`${line.level} ${line.places}`" class="line reach">
      <span
        >{{ line.areas.join(', ') }}
        <span class="muted">{{ t('person.reachPlaces', { count: line.places }, line.places) }}</span></span
      >
      <KeyMark :level="line.level" />
    </p>
    <button
      v-if="person.keys.length > 0"
      type="button"
      class="btn btn-quiet btn-sm"
      :aria-expanded="byPlace"
      @click="byPlace = !byPlace"
    >
      {{ t('person.placeByPlace') }}
    </button>
    <div v-for="place in byPlace ? person.keys : []" :key="place.placeId" class="place">
      <button type="button" :aria-expanded="opened.has(place.placeId)" @click="toggle(place.placeId)">
        <span class="path">
          <small v-if="place.path.length > 1" class="muted">{{ place.path.slice(0, -1).join(' / ') }}</small>
          <span
            ><WallMark v-if="place.walled" />{{ place.name }}
            <span v-if="place.beneath" class="muted">{{ t('effect.beneath', { count: place.beneath }) }}</span></span
          >
        </span>
        <KeyMark :level="place.highest" />
      </button>
      <ul v-if="opened.has(place.placeId)">
        <AskWhy
          v-for="area in place.keys"
          :key="area.area"
          :area="area"
          :place-id="place.placeId"
          :person-id="personId"
          :today="today"
        />
      </ul>
    </div>
  </SheetSection>
</template>

<style scoped>
.reach {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}
.place {
  border-bottom: 1px solid var(--line-soft);
}
.place > button {
  display: flex;
  align-items: center;
  gap: 8px;
  width: 100%;
  min-height: 34px;
  border: 0;
  padding: 3px 0;
  background: none;
  color: var(--ink);
  text-align: left;
}
.path {
  flex: 1;
  min-width: 0;
}
.path small {
  display: block;
  font-size: 12px;
}
.place ul {
  list-style: none;
  margin: 0 0 8px;
  padding-left: 12px;
}
.line {
  margin: 0;
  padding: 5px 0;
  border-bottom: 1px solid var(--line-soft);
}
</style>
