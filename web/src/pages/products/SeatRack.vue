<script setup lang="ts">
import type { SeatRack, SeatSlot } from '@lodge/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { rackText } from '../../logic/seats.ts'
import { shortDate } from '../../logic/dates.ts'

// The rack: a seat type as pigeonholes, filled with names, reserved, empty, own, or over the number there is.
const props = defineProps<{
  rack: SeatRack
  today: string
  chosenId: string
}>()
defineEmits<{ choose: [slot: SeatSlot]; empty: [] }>()
const { t } = useI18n()
const MAXIMUM_EMPTY = 12
const inside = computed(() => props.rack.slots.filter((slot) => slot.kind !== 'over'))
const over = computed(() => props.rack.slots.filter((slot) => slot.kind === 'over'))
const about = computed(() => rackText(t, props.rack))
const empties = computed(() => Math.min(props.rack.empty ?? 0, MAXIMUM_EMPTY))

function title(slot: SeatSlot): string {
  const name = slot.name ?? t('seats.unseen')
  const until = slot.until ? t('seats.until', { date: shortDate(slot.until, props.today) }) : ''
  return `${name}, ${t(`seats.kind.${slot.kind}`)}, ${t('seats.since', { date: shortDate(slot.since, props.today) })}${until}`
}
</script>

<template>
  <section class="rack" :aria-label="rack.name" :class="{ lacking: rack.inPlan }">
    <h2>
      {{ rack.name }} <span class="about">{{ about }}</span>
    </h2>
    <p v-if="rack.inPlan" class="note">{{ t('seats.inPlan', { plan: rack.inPlan }) }}</p>
    <div class="holes">
      <button
        v-for="slot in inside"
        :key="slot.holdingId || slot.since"
        type="button"
        class="hole"
        :class="[slot.kind, { chosen: slot.holdingId && slot.holdingId === chosenId }]"
        :title="title(slot)"
        :aria-label="title(slot)"
        :disabled="!slot.holdingId"
        @click="$emit('choose', slot)"
      >
        {{ slot.name ?? t('seats.unseen') }}<i v-if="slot.kind === 'own'" aria-hidden="true"></i>
      </button>
      <span v-if="rack.more > 0" class="hole more">+{{ rack.more }}</span>
      <button v-for="at in empties" :key="`empty-${at}`" type="button" class="hole empty" @click="$emit('empty')">
        {{ t('seats.empty') }}
      </button>
      <span v-if="(rack.empty ?? 0) > MAXIMUM_EMPTY" class="about">{{
        t('seats.moreEmpty', { count: (rack.empty ?? 0) - MAXIMUM_EMPTY })
      }}</span>
      <button
        v-if="rack.empty === null || rack.empty === 0"
        type="button"
        class="hole give"
        :aria-label="t('seats.giveOne', { name: rack.name })"
        @click="$emit('empty')"
      >
        +
      </button>
    </div>
    <div v-if="over.length > 0" class="over">
      <span class="short">{{ t('seats.over', { count: over.length }) }}</span>
      <button
        v-for="slot in over"
        :key="slot.holdingId || slot.since"
        type="button"
        class="hole taken"
        :title="title(slot)"
        :aria-label="title(slot)"
        :disabled="!slot.holdingId"
        @click="$emit('choose', slot)"
      >
        {{ slot.name ?? t('seats.unseen') }}
      </button>
    </div>
    <p v-if="rack.source" class="about source">
      {{ t('seats.source', { text: rack.source.text, date: shortDate(rack.source.from, today) }) }}
    </p>
  </section>
</template>

<style scoped>
.rack {
  padding: 9px 13px 12px;
  border: 2px solid var(--brass);
  border-radius: 4px;
  background: var(--sheet);
}
.rack.lacking {
  border-style: dashed;
}
h2 {
  margin: 0 0 7px;
}
.about {
  font: 400 13px 'Public Sans Variable';
  color: var(--ink-2);
}
.source {
  margin: 8px 0 0;
  font-size: 12px;
}
.note {
  margin: 0 0 6px;
  color: var(--ink-2);
}
.holes,
.over {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
}
.over {
  margin-top: 8px;
}
.short {
  color: var(--ox);
  font-weight: 600;
  font-size: 13px;
}
.hole {
  position: relative;
  min-width: 46px;
  max-width: 180px;
  height: 30px;
  padding: 0 8px;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
  border: 1px solid var(--brass);
  border-radius: 3px;
  background: var(--brass-soft);
  color: var(--ink);
  font-size: 12px;
  font-weight: 600;
}
.hole.reserved {
  background: var(--sheet);
  border-color: var(--slate);
  color: var(--slate);
}
.hole.empty,
.hole.give {
  border-style: dashed;
  background: none;
  color: var(--ink-2);
  font-weight: 400;
}
.hole.more {
  display: inline-grid;
  place-items: center;
  background: none;
  border: 0;
}
.hole.chosen {
  outline: 2px solid var(--green);
  outline-offset: 1px;
}
.hole.own i {
  position: absolute;
  top: 0;
  right: 0;
  border: 6px solid transparent;
  border-top-color: var(--green);
  border-right-color: var(--green);
}
</style>
