<script setup lang="ts">
import type { AskView } from '@lodge/core'
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter, type RouteLocationRaw } from 'vue-router'
import { ask } from '../../api/client.ts'
import type { LedgerEntryView } from '../../api/types.ts'
import { shortDate, todayIn } from '../../logic/dates.ts'
import { listQuery } from '../../logic/people-query.ts'
import DoorMark from '../../marks/DoorMark.vue'
import { useDocket } from '../../state/docket.ts'
import { useSession } from '../../state/session.ts'

// The one field at the top: finds what has a name as one types, and answers short questions.
type Asked = AskView & { ledger: LedgerEntryView[] }
interface Line {
  id: string
  text: string
  detail: string
  state?: AskView['found'][number]['state']
  to: RouteLocationRaw
  /** Whose doors it shuts, by the docket. */
  cutOff?: string
}

const { t } = useI18n()
const router = useRouter()
const session = useSession()
const docket = useDocket()
const input = useTemplateRef<HTMLInputElement>('input')
const text = ref('')
const open = ref(false)
const at = ref(0)
const asked = ref<Asked | null>(null)
/** What the answer shown was given to: what is in the field may be further already. */
let answered = ''
let timer: ReturnType<typeof setTimeout> | undefined
let turn = 0

watch(text, () => {
  at.value = 0
  clearTimeout(timer)
  if (text.value.trim() === '') asked.value = null
  else timer = setTimeout(() => void inquire(), 120)
})

async function inquire(): Promise<void> {
  const mine = ++turn
  const asking = text.value.trim()
  const path = session.path(`/ask?text=${encodeURIComponent(asking)}`)
  const answer = await ask<Asked>('GET', path).catch(() => null)
  if (mine !== turn || !answer) return
  asked.value = answer
  answered = asking
}

/**
 * Goes where the line chosen leads; anyone who types faster than the answer comes gets the answer to what they typed.
 */
async function enter(): Promise<void> {
  if (text.value.trim() !== answered) {
    clearTimeout(timer)
    await inquire()
  }
  go(lines.value[at.value])
}

/** Short orders that only go somewhere. */
const ORDERS: readonly [RegExp, string, RouteLocationRaw][] = [
  [/^inv(i(te?)?)?$/i, 'ask.orders.invite', { name: 'people', query: { invite: '1' } }],
  [/^(invite )?many$/i, 'ask.orders.many', { name: 'arrivals' }],
  [/^empty( s(eats?)?)?$/i, 'ask.orders.empty', { name: 'seats' }],
  [/^(grid|who reaches( what)?)$/i, 'ask.orders.grid', { name: 'grid' }],
  [/^(ask|requests?)/i, 'ask.orders.requests', { name: 'requests' }],
  [/^(links?|offers?)$/i, 'ask.orders.links', { name: 'links' }],
  [/^lay( out)?/i, 'ask.orders.layOut', { name: 'places', query: { layout: '1' } }],
]

const lines = computed<Line[]>(() => {
  const orders = ORDERS.filter(([pattern]) => pattern.test(text.value.trim())).map(([, key, to]) => {
    return { id: key, text: t(key), detail: '', to }
  })
  const answers = (asked.value?.answer?.lines ?? []).map((line, index): Line => {
    const { personId, placeId, departureId } = line
    if (line.cutOff && personId) {
      const to = { name: 'people', params: { personId } }
      return { id: `answer-${index}`, text: line.text, detail: line.detail, to, cutOff: personId }
    }
    if (departureId) {
      const to = { name: 'departures', params: { departureId } }
      return { id: `answer-${index}`, text: line.text, detail: line.detail, to }
    }
    const to =
      personId && placeId
        ? { name: 'grid', query: { under: placeId, cell: `${personId}.${placeId}` } }
        : { name: 'people', params: { personId: personId ?? '' } }
    return { id: `answer-${index}`, text: line.text, detail: line.detail, to }
  })
  const found = (asked.value?.found ?? []).map((one): Line => {
    return {
      id: `${one.kind}-${one.id}-${one.name}`,
      text: one.name,
      detail: one.detail,
      state: one.state,
      to: placeOf(one),
    }
  })
  const today = todayIn(session.me?.current?.zone ?? 'UTC')
  const ledger = (asked.value?.ledger ?? []).map((entry): Line => {
    const detail = shortDate(entry.at.slice(0, 10), today)
    return {
      id: `ledger-${entry.version}`,
      text: `${entry.actor} ${entry.sentences[0] ?? ''}`,
      detail,
      to: { name: 'ledger' },
    }
  })
  const list = asked.value?.answer?.list
  const whole: Line[] = list
    ? [{ id: 'whole', text: t('ask.whole'), detail: '', to: { name: 'people', query: listQuery({ ...list }) } }]
    : []
  return [...orders, ...whole, ...answers, ...found, ...ledger]
})

function placeOf({ kind, id }: AskView['found'][number]): RouteLocationRaw {
  if (kind === 'person') return { name: 'people', params: { personId: id } }
  if (kind === 'place') return { name: 'places', params: { placeId: id } }
  if (kind === 'role') return { name: 'roles', params: { roleId: id } }
  if (kind === 'firm') return { name: 'firms', params: { firmId: id } }
  return kind === 'seat' ? { name: 'seats', params: { product: id } } : { name: 'groups', params: { groupId: id } }
}

function go(line: Line | undefined): void {
  if (!line) return
  text.value = ''
  open.value = false
  input.value?.blur()
  if (line.cutOff) return docket.hold([{ type: 'plan-departure', personId: line.cutOff }], `departure ${line.cutOff}`)
  void router.push(line.to)
}

function move(by: number): void {
  at.value = Math.max(0, Math.min(lines.value.length - 1, at.value + by))
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
      :aria-expanded="open && lines.length > 0"
      :aria-activedescendant="lines[at] ? `ask-${lines[at]?.id}` : undefined"
      :aria-label="t('ask.label')"
      :placeholder="t('ask.placeholder')"
      @focus="open = true"
      @blur="open = false"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter.prevent="enter"
      @keydown.esc.prevent="shut"
    />
    <kbd aria-hidden="true">Ctrl K</kbd>
    <div v-show="open && (text || !asked)" class="found">
      <p v-if="!text" class="muted hint">{{ t('ask.hint') }}</p>
      <p v-if="asked?.answer" class="question" role="status">{{ asked.answer.question }}</p>
      <ul v-if="text" id="ask-found" role="listbox" :aria-label="t('ask.label')">
        <li
          v-for="(line, index) in lines"
          :id="`ask-${line.id}`"
          :key="line.id"
          role="option"
          :aria-selected="index === at"
          :class="{ on: index === at }"
          @mousedown.prevent="go(line)"
        >
          <DoorMark v-if="line.state" :state="line.state" />
          <span>{{ line.text }}</span>
          <small class="muted">{{ line.detail }}</small>
        </li>
        <li v-if="(asked?.answer?.more ?? 0) > 0" class="muted" role="option" aria-selected="false">
          {{ t('roles.more', { count: asked?.answer?.more ?? 0 }) }}
        </li>
        <li v-if="asked && lines.length === 0" class="muted" role="option" aria-selected="false">
          {{ t('ask.none') }}
        </li>
      </ul>
    </div>
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
.found {
  position: absolute;
  z-index: 5;
  inset: 38px 0 auto;
  max-height: 70dvh;
  overflow-y: auto;
  padding: 4px;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 6px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.hint,
.question {
  margin: 0;
  padding: 5px 8px;
}
.question {
  font-weight: 600;
  border-bottom: 1px solid var(--line-soft);
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
  text-align: right;
}
</style>
