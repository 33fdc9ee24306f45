<script setup lang="ts">
import { parseDate, type DateValue } from '@internationalized/date'
import {
  CalendarCell,
  CalendarCellTrigger,
  CalendarGrid,
  CalendarGridBody,
  CalendarGridHead,
  CalendarGridRow,
  CalendarHeadCell,
  CalendarHeader,
  CalendarHeading,
  CalendarNext,
  CalendarPrev,
  CalendarRoot,
  PopoverAnchor,
  PopoverContent,
  PopoverPortal,
  PopoverRoot,
} from 'reka-ui'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

// The month from which a date is picked, beneath its field. Dates are local, `2026-06-28`.
const props = defineProps<{
  anchor: HTMLElement
  value: string
  today: string
  locale: string
  min: string
  max: string
}>()
const emit = defineEmits<{ pick: [date: string]; close: [] }>()
const { t } = useI18n()
const dayOf = (date: string) => (date ? parseDate(date) : undefined)
const shown = computed(() => dayOf(props.value))
const placeholder = computed(() => shown.value ?? parseDate(props.today))

function pick(date: DateValue | undefined): void {
  if (date) emit('pick', date.toString())
}
</script>

<template>
  <PopoverRoot :open="true" @update:open="(open) => !open && emit('close')">
    <PopoverAnchor :reference="anchor" />
    <PopoverPortal>
      <PopoverContent class="calendar sheet" align="start" :side-offset="4" :aria-label="t('date.calendar')">
        <CalendarRoot
          v-slot="{ weekDays, grid }"
          :model-value="shown"
          :default-placeholder="placeholder"
          :locale="locale"
          :min-value="dayOf(min)"
          :max-value="dayOf(max)"
          :calendar-label="t('date.calendar')"
          initial-focus
          fixed-weeks
          prevent-deselect
          @update:model-value="pick"
        >
          <CalendarHeader class="head">
            <CalendarPrev :aria-label="t('date.before')">‹</CalendarPrev>
            <CalendarHeading class="month" />
            <CalendarNext :aria-label="t('date.after')">›</CalendarNext>
          </CalendarHeader>
          <CalendarGrid v-for="month in grid" :key="month.value.toString()">
            <CalendarGridHead>
              <CalendarGridRow>
                <CalendarHeadCell v-for="day in weekDays" :key="day">{{ day }}</CalendarHeadCell>
              </CalendarGridRow>
            </CalendarGridHead>
            <CalendarGridBody>
              <CalendarGridRow v-for="(week, at) in month.rows" :key="at">
                <CalendarCell v-for="day in week" :key="day.toString()" :date="day">
                  <CalendarCellTrigger
                    :day="day"
                    :month="month.value"
                    class="day"
                    :class="{ today: day.toString() === today }"
                  />
                </CalendarCell>
              </CalendarGridRow>
            </CalendarGridBody>
          </CalendarGrid>
        </CalendarRoot>
      </PopoverContent>
    </PopoverPortal>
  </PopoverRoot>
</template>

<style>
.calendar {
  z-index: 20;
  padding: 10px 12px;
  outline: none;
}
.calendar .head {
  display: flex;
  align-items: center;
  justify-content: space-between;
  margin-bottom: 6px;
}
.calendar .head button {
  border: 0;
  background: none;
  color: var(--ink);
  width: 30px;
  height: 30px;
  font-size: 18px;
}
.calendar .month {
  font-weight: 600;
}
.calendar th {
  font-size: 12px;
  font-weight: 400;
  color: var(--ink-2);
  text-align: center;
}
.calendar td {
  padding: 1px;
}
.calendar .day {
  display: grid;
  place-items: center;
  width: 32px;
  height: 30px;
  border-radius: 4px;
  cursor: pointer;
  font-variant-numeric: tabular-nums;
}
.calendar .day:hover {
  background: var(--green-soft);
}
.calendar .day.today {
  font-weight: 700;
  color: var(--brass);
}
.calendar .day[data-outside-view] {
  color: var(--ink-2);
}
.calendar .day[data-selected] {
  background: var(--rail);
  color: #fff;
}
.calendar .day[data-disabled] {
  opacity: 0.45;
  cursor: default;
}
</style>
