<script setup lang="ts">
import { computed, ref, useId, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { matching, type PickOption } from '../logic/picking.ts'
import PickList from './PickList.vue'
import { must } from '@lodge/core/must'

// Several of many, found by typing: what is picked is shown as chips before the field.
const props = defineProps<{
  options: readonly PickOption[]
  label: string
  /** Finds what is not among the options, where there are too many to have them all. */
  search?: (text: string) => Promise<PickOption[]>
}>()
const picked = defineModel<string[]>({ required: true })
const { t } = useI18n()
const id = useId()
const text = ref('')
const open = ref(false)
const at = ref(0)

const fetched = ref(new Map<string, PickOption>())
const all = computed(() => [
  ...props.options,
  ...[...fetched.value.values()].filter((one) => !props.options.some((option) => option.value === one.value)),
])
const byValue = computed(() => new Map(all.value.map((option) => [option.value, option])))
let timer: ReturnType<typeof setTimeout> | undefined
watch(text, (typed) => {
  clearTimeout(timer)
  if (props.search && typed.trim() !== '') timer = setTimeout(() => void fetchMore(typed), 150)
})

async function fetchMore(typed: string): Promise<void> {
  const found = await must(props.search, 'search')(typed).catch(() => [])
  if (found.length > 0) fetched.value = new Map([...fetched.value, ...found.map((one) => [one.value, one] as const)])
}

const found = computed(() =>
  matching(
    all.value.filter((option) => !picked.value.includes(option.value)),
    text.value,
  ),
)

function pick(option: PickOption | undefined): void {
  if (!option || option.disabled) return
  picked.value = [...picked.value, option.value]
  text.value = ''
  at.value = 0
  // What is beneath is free again; typing on opens it anew.
  open.value = false
}

function drop(value: string): void {
  picked.value = picked.value.filter((one) => one !== value)
}

function move(by: number): void {
  open.value = true
  at.value = Math.max(0, Math.min(found.value.length - 1, at.value + by))
}

/** What was entered before it was found: anyone who types faster than the answer comes still gets it. */
let entered = ''
function enter(): void {
  if (!open.value) return
  const option = found.value[at.value]
  if (option) pick(option)
  else entered = text.value
}
watch(found, ([first]) => {
  if (!first || entered === '' || entered !== text.value) return
  entered = ''
  pick(first)
})

function escape(event: KeyboardEvent): void {
  if (!open.value) return
  event.preventDefault()
  open.value = false
}

function erase(): void {
  if (text.value === '' && picked.value.length > 0) drop(must(picked.value.at(-1), 'last entry'))
}
</script>

<template>
  <div class="pick">
    <label class="form-label" :for="id">{{ label }}</label>
    <div class="field form-control">
      <span v-for="value in picked" :key="value" class="chip">
        {{ byValue.get(value)?.text.trim() ?? '…' }}
        <button
          type="button"
          :aria-label="t('pick.drop', { name: byValue.get(value)?.text.trim() ?? '' })"
          @click="drop(value)"
        >
          ×
        </button>
      </span>
      <input
        :id="id"
        v-model="text"
        type="text"
        role="combobox"
        autocomplete="off"
        :aria-expanded="open && found.length > 0"
        :aria-controls="`${id}-list`"
        :aria-activedescendant="open && found[at] ? `${id}-list-${found[at]?.value}` : undefined"
        :placeholder="picked.length === 0 ? t('pick.type') : ''"
        @focus="open = true"
        @click="open = true"
        @blur="open = false"
        @input="((at = 0), (open = true))"
        @keydown.down.prevent="move(1)"
        @keydown.up.prevent="move(-1)"
        @keydown.enter.prevent="enter"
        @keydown.esc="escape"
        @keydown.backspace="erase"
      />
    </div>
    <PickList :id="`${id}-list`" :label="label" :open="open" :options="found" :at="at" several @pick="pick" />
  </div>
</template>

<style scoped>
.pick {
  position: relative;
  margin-top: 0.6rem;
}
.field {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  padding: 3px 6px;
}
.field:focus-within {
  outline: 2px solid var(--slate);
  outline-offset: 1px;
}
.field input {
  flex: 1;
  min-width: 90px;
  border: 0;
  outline: 0;
  background: none;
  color: inherit;
  min-height: 26px;
}
.chip {
  display: inline-flex;
  align-items: center;
  max-width: 100%;
  background: var(--green-soft);
  border-radius: 4px;
  padding: 0 2px 0 8px;
}
.chip button {
  border: 0;
  background: none;
  color: var(--ink-2);
  min-width: 24px;
  min-height: 24px;
}
</style>
