<script setup lang="ts">
import type { PeopleView, PlaceView } from '@lodge/core'
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter, type RouteLocationRaw } from 'vue-router'
import DoorMark from '../marks/DoorMark.vue'
import { ask } from '../api/client.ts'
import { useSession } from '../state/session.ts'

interface Found {
  id: string
  name: string
  kind: 'person' | 'place'
  detail: string
  state?: PeopleView['people'][number]['state']
  to: RouteLocationRaw
}

const { t } = useI18n()
const router = useRouter()
const session = useSession()
const input = useTemplateRef<HTMLInputElement>('input')
const text = ref('')
const open = ref(false)
const at = ref(0)
const known = ref<Found[]>([])

/** Everything that has a name and is seen; fetched when the field is entered. */
async function learn(): Promise<void> {
  open.value = true
  const [people, places] = await Promise.all([
    ask<PeopleView>('GET', session.path('/people')),
    ask<{ places: PlaceView[] }>('GET', session.path('/places')),
  ])
  known.value = [
    ...people.people.map(({ id, name, employer, kind, state }): Found => {
      const detail = employer ?? t(`kind.${kind}`)
      return { id, name, kind: 'person', detail, state, to: { name: 'people', params: { personId: id } } }
    }),
    ...places.places.map(({ id, name, reference, kind }): Found => {
      return { id, name, kind: 'place', detail: reference ?? kind, to: { name: 'places', params: { placeId: id } } }
    }),
  ]
}

const found = computed(() => {
  const words = text.value.toLowerCase().split(/\s+/).filter(Boolean)
  if (words.length === 0) return []
  const scored = known.value.filter((one) =>
    words.every((word) => `${one.name} ${one.detail}`.toLowerCase().includes(word)),
  )
  const first = (one: Found) => (one.name.toLowerCase().startsWith(words[0]!) ? 0 : 1)
  return scored.sort((one, other) => first(one) - first(other)).slice(0, 8)
})

function go(one: Found | undefined): void {
  if (!one) return
  text.value = ''
  open.value = false
  input.value?.blur()
  void router.push(one.to)
}

function move(by: number): void {
  at.value = Math.max(0, Math.min(found.value.length - 1, at.value + by))
}

function shut(): void {
  open.value = false
  input.value?.blur()
}

function shortcut(event: KeyboardEvent): void {
  const typing = event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName)
  if ((event.key === 'k' && (event.ctrlKey || event.metaKey)) || (event.key === '/' && !typing)) {
    event.preventDefault()
    input.value?.focus()
  }
}
onMounted(() => addEventListener('keydown', shortcut))
onBeforeUnmount(() => removeEventListener('keydown', shortcut))
</script>

<template>
  <div class="ask" role="search">
    <input
      ref="input"
      v-model="text"
      type="text"
      role="combobox"
      autocomplete="off"
      aria-controls="ask-found"
      :aria-expanded="open && found.length > 0"
      :aria-activedescendant="found[at] ? `ask-${found[at]!.id}` : undefined"
      :aria-label="t('ask.label')"
      :placeholder="t('ask.placeholder')"
      @focus="learn"
      @input="at = 0"
      @blur="open = false"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter.prevent="go(found[at])"
      @keydown.esc.prevent="shut"
    />
    <kbd aria-hidden="true">Ctrl K</kbd>
    <ul v-show="open && text" id="ask-found" role="listbox" :aria-label="t('ask.label')">
      <li
        v-for="(one, index) in found"
        :id="`ask-${one.id}`"
        :key="one.id"
        role="option"
        :aria-selected="index === at"
        :class="{ on: index === at }"
        @mousedown.prevent="go(one)"
      >
        <DoorMark v-if="one.state" :state="one.state" />
        <span>{{ one.name }}</span>
        <small class="muted">{{ one.detail }}</small>
      </li>
      <li v-if="found.length === 0" class="muted" role="option" aria-selected="false">{{ t('ask.none') }}</li>
    </ul>
  </div>
</template>

<style scoped>
.ask {
  flex: 1;
  max-width: 520px;
  margin: 0 auto;
  position: relative;
}
input {
  width: 100%;
  height: 34px;
  border: 1px solid #b9b09a;
  background: var(--sheet);
  color: var(--ink);
  border-radius: 6px;
  padding: 0 64px 0 10px;
}
input::placeholder {
  color: var(--ink-2);
}
kbd {
  position: absolute;
  right: 8px;
  top: 8px;
  font: 11px 'Public Sans Variable';
  border: 1px solid var(--line);
  border-bottom-width: 2px;
  border-radius: 4px;
  padding: 1px 5px;
  color: var(--ink-2);
  background: var(--paper);
}
ul {
  position: absolute;
  z-index: 5;
  inset: 38px 0 auto;
  list-style: none;
  margin: 0;
  padding: 4px;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 6px;
}
li {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 5px 8px;
  border-radius: 4px;
  cursor: pointer;
}
li.on {
  background: var(--green-soft);
}
small {
  margin-left: auto;
}
</style>
