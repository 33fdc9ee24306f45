<script setup lang="ts">
import type { PersonState } from '@lodge/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

// The door: a person's state, always with its word for those who do not see the picture.
const props = defineProps<{
  state: PersonState
  over?: boolean
  bounced?: boolean
  worded?: boolean
  onRecord?: boolean
}>()
const { t } = useI18n()
type Picture = 'letter' | 'before' | 'open' | 'lamp' | 'shut' | 'crossed'
const PICTURES: Record<PersonState, Picture> = {
  invited: 'letter',
  waiting: 'before',
  active: 'open',
  away: 'lamp',
  left: 'shut',
  erased: 'shut',
  declined: 'crossed',
  refused: 'crossed',
  withdrawn: 'crossed',
  expired: 'crossed',
}
const picture = computed<Picture>(() => (props.over ? 'shut' : PICTURES[props.state]))
const word = computed(() => {
  const recorded = props.onRecord && props.state === 'active'
  return t(`state.${props.over ? 'over' : props.bounced ? 'bounced' : recorded ? 'recorded' : props.state}`)
})
</script>

<template>
  <span class="door-mark" :title="word">
    <svg viewBox="0 0 22 23" aria-hidden="true">
      <template v-if="picture === 'letter'">
        <path d="M5 3h12v17H5z" class="frame" />
        <rect x="6.5" y="15" width="8" height="4.5" class="brass" />
        <path d="M6.5 15l4 2.6 4-2.6" class="fold" />
        <path v-if="bounced" d="M21 11h-5m2-2.4L15.6 11l2.4 2.4" class="back" />
      </template>
      <template v-else-if="picture === 'before'">
        <path d="M9 3h9v17H9z" class="frame" />
        <circle cx="5.4" cy="9.5" r="2.2" class="brass" />
        <path d="M2.6 20c0-5 5.6-5 5.6 0z" class="brass" />
      </template>
      <template v-else-if="picture === 'open'">
        <path d="M5 3h12v17H5z" class="light" />
        <path d="M5 3l6 2.4V22l-6-2z" class="leaf" />
      </template>
      <template v-else-if="picture === 'lamp'">
        <path d="M5 3h12v17H5z" class="night" />
        <path d="M8 6h6v5H8z" class="lamp" />
      </template>
      <template v-else>
        <path d="M5 3h12v17H5z" class="shut" />
        <circle cx="14" cy="12" r="1.1" class="knob" />
        <path v-if="picture === 'crossed'" d="M3 22L19 2" class="cross" />
      </template>
    </svg>
    <span :class="{ 'visually-hidden': !worded }">{{ word }}</span>
  </span>
</template>

<style scoped>
.door-mark {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
svg {
  width: 18px;
  height: 19px;
  flex: none;
}
.frame {
  fill: none;
  stroke: var(--ink-2);
  stroke-width: 1.5;
}
.brass {
  fill: var(--brass);
}
.back {
  stroke: var(--ox);
  stroke-width: 1.6;
  fill: none;
}
.fold {
  stroke: var(--sheet);
  fill: none;
}
.light {
  fill: var(--green-soft);
  stroke: var(--green);
  stroke-width: 1.5;
}
.leaf {
  fill: var(--green);
}
.night {
  fill: none;
  stroke: var(--slate);
  stroke-width: 1.5;
}
.lamp {
  fill: var(--lamp);
  stroke: var(--slate);
}
.shut {
  fill: var(--line);
  stroke: var(--ink-2);
  stroke-width: 1.5;
}
.knob {
  fill: var(--ink-2);
}
.cross {
  stroke: var(--ox);
  stroke-width: 1.6;
}
</style>
