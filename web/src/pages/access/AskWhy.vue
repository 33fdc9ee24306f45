<script setup lang="ts">
import type { KeyView, WhyView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import KeyMark from '../../marks/KeyMark.vue'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import WhyList from './WhyList.vue'

// One area's key with its why, asked for when opened.
const props = defineProps<{ area: KeyView; placeId: string; personId: string; today: string; opened?: boolean }>()
const { t } = useI18n()
const session = useSession()
const open = ref(props.opened)
const path = computed(() =>
  open.value
    ? session.path(`/places/${props.placeId}/why/${props.personId}?area=${encodeURIComponent(props.area.area)}`)
    : null,
)
const { data: why } = useFetched<WhyView>(() => path.value)
</script>

<template>
  <li>
    <div class="area">
      <span class="name">{{ area.name }}</span>
      <KeyMark :level="area.level" :granted="area.granted" />
      <small v-if="area.heldBack" class="slate">{{
        t(area.level === 'none' ? 'effect.needsSeat' : 'effect.heldBack')
      }}</small>
      <button type="button" class="ask-why" :aria-expanded="open" @click="open = !open">{{ t('person.why') }}</button>
    </div>
    <WhyList v-if="open && why" :why="why" :today="today" />
  </li>
</template>

<style scoped>
.area {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 27px;
}
.name {
  flex: 0 0 104px;
  overflow: hidden;
  text-overflow: ellipsis;
}
small {
  min-width: 0;
}
.ask-why {
  margin-left: auto;
  border: 0;
  background: none;
  color: var(--green);
  text-decoration: underline;
  text-underline-offset: 3px;
  white-space: nowrap;
}
</style>
