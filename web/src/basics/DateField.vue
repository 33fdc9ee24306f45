<script setup lang="ts">
import { computed, defineAsyncComponent, ref, useId, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { localParts, todayIn } from '../logic/dates.ts'
import { dateWordsOf } from '../logic/date-words.ts'
import { fieldDate, meaningOf, readDate, readMoment, type DateReading } from '../logic/typed-date.ts'
import { useSession } from '../state/session.ts'

const DateCalendar = defineAsyncComponent(() => import('./DateCalendar.vue'))

// A date, with a time where asked for: typed in any usual writing or picked, shown as the account writes dates, with what
// it means beneath. Holds `2026-06-28` or `2026-06-28T17:00`; empty where there is none.
const props = defineProps<{
  id?: string
  /** Its name, where no label of its own is beside it. */
  label?: string
  /** Asks for a time as well; a date alone is then at this time. */
  time?: string
  /** A date without a year is a past one. */
  past?: boolean
  min?: string
  max?: string
  disabled?: boolean
  small?: boolean
  /** What it says while it is empty. */
  placeholder?: string
  /** Leaves out what it means, where there is no room. */
  bare?: boolean
}>()
const value = defineModel<string | null | undefined>({ required: true })
const { t } = useI18n()
const session = useSession()
const ownId = useId()
const fieldId = computed(() => props.id ?? ownId)
const locale = computed(() => session.me?.current?.locale ?? 'en-IE')
const zone = computed(() => session.me?.current?.zone ?? 'UTC')
const reading = computed<DateReading>(() => ({
  today: todayIn(zone.value),
  locale: locale.value,
  words: dateWordsOf(t),
  ...(props.past ? { past: true } : {}),
}))
const text = ref('')
const isWrong = ref(false)
const isOpen = ref(false)
const anchor = ref<HTMLElement>()

/** What it holds, as it is shown. */
function shown(held: string | null | undefined): string {
  if (!held) return ''
  const [date = '', clock] = held.length > 16 ? Object.values(localParts(held, zone.value)) : held.split('T')
  return props.time !== undefined && clock
    ? `${fieldDate(date, locale.value)}, ${clock}`
    : fieldDate(date, locale.value)
}

const read = (typed: string) =>
  props.time === undefined ? readDate(typed, reading.value) : readMoment(typed, reading.value, props.time)
/** What is being typed, as far as it is a date. */
const typed = computed(() => (text.value.trim() === '' ? null : read(text.value)))
const meaning = computed(() => {
  if (isWrong.value) return t('date.unread', { example: t('date.example') })
  if (!typed.value) return ''
  const words = meaningOf(typed.value.slice(0, 10), reading.value.today, locale.value)
  // While it is typed, what it will be; then only what that means.
  return text.value === shown(typed.value) ? words : `${shown(typed.value)}: ${words}`
})

watch(value, (held) => held !== typed.value && take(held), { immediate: true })
watch([locale, zone], () => take(value.value))

function take(held: string | null | undefined): void {
  text.value = shown(held)
  isWrong.value = false
}

function onInput(): void {
  isWrong.value = false
  // Whole dates count as they are typed; shorter ones once the field is left.
  if (/\d{4}/.test(text.value) && typed.value) value.value = typed.value
}

function settle(): void {
  if (text.value.trim() === '') {
    isWrong.value = false
    if (value.value) value.value = ''
  } else if (typed.value) {
    value.value = typed.value
    text.value = shown(typed.value)
  } else isWrong.value = true
}

function pick(date: string): void {
  const clock = value.value?.split('T')[1] ?? props.time
  value.value = props.time === undefined ? date : `${date}T${clock}`
  take(value.value)
  isOpen.value = false
}
</script>

<template>
  <span class="date-field" :class="{ small }">
    <span ref="anchor" class="box">
      <input
        :id="fieldId"
        v-model="text"
        type="text"
        class="form-control"
        :class="{ 'form-control-sm': small, 'is-wrong': isWrong }"
        autocomplete="off"
        spellcheck="false"
        :disabled="disabled"
        :placeholder="placeholder ?? t('date.suchAs', { example: t('date.example') })"
        :aria-label="label"
        :aria-invalid="isWrong || undefined"
        :aria-describedby="meaning && !bare ? `${fieldId}-meaning` : undefined"
        @input="onInput"
        @change="settle"
        @keydown.enter="settle"
        @keydown.alt.down.prevent="isOpen = true"
      />
      <button
        type="button"
        :disabled="disabled"
        :aria-label="t('date.open')"
        :title="t('date.open')"
        :aria-expanded="isOpen"
        @click="isOpen = !isOpen"
      >
        <svg viewBox="0 0 16 16" width="15" height="15" aria-hidden="true">
          <path d="M2 3.5h12v10H2zM2 6.5h12M5 1.5v3M11 1.5v3" fill="none" stroke="currentColor" stroke-width="1.3" />
        </svg>
      </button>
    </span>
    <small
      v-if="meaning && (!bare || isWrong)"
      :id="`${fieldId}-meaning`"
      :class="isWrong ? 'oxblood' : 'muted'"
      :role="isWrong ? 'alert' : undefined"
      >{{ meaning }}</small
    >
    <DateCalendar
      v-if="isOpen && anchor"
      :anchor="anchor"
      :value="value?.slice(0, 10) || ''"
      :today="reading.today"
      :locale="locale"
      :min="min ?? ''"
      :max="max ?? ''"
      @pick="pick"
      @close="isOpen = false"
    />
  </span>
</template>

<style scoped>
.date-field {
  display: block;
  min-width: 0;
}
.box {
  position: relative;
  display: block;
}
.form-control {
  padding-right: 32px;
}
.is-wrong {
  border-color: var(--ox);
}
.box button {
  position: absolute;
  inset: 1px 1px 1px auto;
  width: 30px;
  display: grid;
  place-items: center;
  border: 0;
  background: none;
  color: var(--ink-2);
}
.box button:hover:not(:disabled) {
  color: var(--green);
}
small {
  display: block;
  font-size: 12px;
  margin-top: 2px;
}
.small .form-control {
  width: 150px;
  max-width: 100%;
}
.small .box {
  display: inline-block;
  max-width: 100%;
}
</style>
