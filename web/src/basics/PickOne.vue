<script setup lang="ts">
import { computed, ref, useId, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { matching, type PickOption } from '../logic/picking.ts'
import PickList from './PickList.vue'
import { must } from '@lodge/core/must'

// One of many, found by typing. An option without a value means none; its words show while nothing is picked.
defineOptions({ inheritAttrs: false })
const props = defineProps<{
  options: readonly PickOption[]
  id?: string
  size?: 'sm'
  disabled?: boolean
  ariaLabel?: string
  /** What is typed and not among the options can be made new. */
  makeNew?: boolean
  /** Finds what is not among the options, where there are too many to have them all. */
  search?: (text: string) => Promise<PickOption[]>
}>()
const value = defineModel<string | null>({ required: true })
const emit = defineEmits<{ make: [name: string] }>()
const NEW = '\u0000new'
const { t } = useI18n()
const ownId = useId()
const fieldId = computed(() => props.id ?? ownId)
/** What is being typed; null while the field shows what is picked. */
const typed = ref<string | null>(null)
const open = ref(false)
const at = ref(0)
const fetched = ref(new Map<string, PickOption>())
const all = computed(() => [
  ...props.options,
  ...[...fetched.value.values()].filter((one) => !props.options.some((option) => option.value === one.value)),
])
const none = computed(() => all.value.find((option) => option.value === ''))
const picked = computed(() => all.value.find((option) => option.value !== '' && option.value === value.value))
const shown = computed(() => typed.value ?? picked.value?.text.trim() ?? '')
const found = computed<PickOption[]>(() => {
  const text = typed.value?.trim() ?? ''
  const matched = matching(all.value, typed.value ?? '').filter((one) => one.value !== '' || !typed.value)
  const isNew =
    props.makeNew && text !== '' && !all.value.some((one) => one.text.trim().toLowerCase() === text.toLowerCase())
  return isNew ? [...matched, { value: NEW, text: t('pick.makeNew', { name: text }) }] : matched
})

let timer: ReturnType<typeof setTimeout> | undefined
watch(typed, (text) => {
  clearTimeout(timer)
  if (!props.search || !text?.trim()) return
  timer = setTimeout(async () => {
    const more = await must(props.search, 'search')(text).catch(() => [])
    if (more.length > 0) fetched.value = new Map([...fetched.value, ...more.map((one) => [one.value, one] as const)])
  }, 150)
})

function show(): void {
  open.value = true
  at.value = Math.max(
    0,
    found.value.findIndex((one) => one.value === (value.value ?? '')),
  )
}

function onInput(event: Event): void {
  typed.value = (event.target as HTMLInputElement).value
  open.value = true
  at.value = 0
}

function pick(option: PickOption | undefined): void {
  if (!option || option.disabled) return
  if (option.value === NEW) emit('make', must(typed.value, 'typed').trim())
  else value.value = option.value
  close()
}

function move(by: number): void {
  if (!open.value) return show()
  at.value = Math.max(0, Math.min(found.value.length - 1, at.value + by))
}

function close(): void {
  typed.value = null
  open.value = false
}

/** Left empty, nothing is picked; anything else that was typed and not picked is forgotten. */
function leave(): void {
  if (typed.value?.trim() === '' && none.value) value.value = ''
  close()
}

function onEnter(event: KeyboardEvent): void {
  if (!open.value) return
  event.preventDefault()
  pick(found.value[at.value])
}

function onEscape(event: KeyboardEvent): void {
  if (!open.value) return
  event.preventDefault()
  event.stopPropagation()
  close()
}
</script>

<template>
  <div class="pick-one">
    <input
      v-bind="$attrs"
      :id="fieldId"
      type="text"
      role="combobox"
      class="form-select"
      :class="{ 'form-select-sm': size === 'sm' }"
      autocomplete="off"
      spellcheck="false"
      :value="shown"
      :title="picked?.text.trim()"
      :disabled="disabled"
      :placeholder="none?.text ?? t('pick.type')"
      :aria-label="ariaLabel"
      :aria-expanded="open"
      :aria-controls="`${fieldId}-list`"
      :aria-activedescendant="open && found[at] ? `${fieldId}-list-${found[at]?.value}` : undefined"
      @focus="($event.target as HTMLInputElement).select()"
      @click="show"
      @blur="leave"
      @input="onInput"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter="onEnter"
      @keydown.esc="onEscape"
    />
    <PickList :id="`${fieldId}-list`" :label="t('pick.list')" :open="open" :options="found" :at="at" @pick="pick" />
  </div>
</template>

<style scoped>
.pick-one {
  position: relative;
  min-width: 0;
}
.form-select {
  text-overflow: ellipsis;
}
.form-select::placeholder {
  color: var(--ink);
  opacity: 1;
}
</style>
