<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { filtersSet, PEOPLE_FILTER_WORDS, type PeopleFilterWord } from '../../logic/people-query.ts'
import { useChoices, type Option } from '../../state/choices.ts'
import PickOne from '../../basics/PickOne.vue'

// What the list of people is narrowed by besides words. The list's address holds each filter that is set.
const DAYS = ['30', '90', '180']
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const opened = ref(false)
const set = computed(() => filtersSet(route.query))
const { choices, roles, places, people, findPeople } = useChoices({
  people: true,
  when: () => opened.value || set.value > 0,
})
const any = computed<Option>(() => ({ value: '', text: t('people.filters.any') }))
const named = (rows: readonly { id: string; name: string }[] | undefined): Option[] =>
  (rows ?? []).map(({ id, name }) => ({ value: id, text: name }))
const seats = computed<Option[]>(() => {
  const byProduct = new Map<string, Option[]>()
  for (const { product, productName, seatType, name } of choices.value?.seats ?? []) {
    const list = byProduct.get(product) ?? [
      { value: product, text: t('people.filters.anySeat', { product: productName }) },
    ]
    byProduct.set(product, [...list, { value: `${product}/${seatType}`, text: `${productName}, ${name}` }])
  }
  return [...byProduct.values()].flat()
})
const options = computed<Record<PeopleFilterWord, Option[]>>(() => ({
  role: roles.value,
  group: named(choices.value?.groups),
  firm: named(choices.value?.employers),
  seat: seats.value,
  place: places.value,
  invitedBy: people.value,
  unusedDays: DAYS.map((days) => ({ value: days, text: t('people.filters.days', { days }) })),
}))
const shown = computed(() => PEOPLE_FILTER_WORDS.filter((word) => options.value[word].length > 0 || valueOf(word)))
const chips = computed(() =>
  PEOPLE_FILTER_WORDS.filter((word) => valueOf(word)).map((word) => {
    const found = options.value[word].find(({ value }) => value === valueOf(word))
    const name = found?.text.trim() ?? (word === 'unusedDays' ? t('people.filters.days', { days: valueOf(word) }) : '…')
    return { word, text: t('people.filters.chip', { filter: t(`people.filters.${word}`), name }) }
  }),
)

function valueOf(word: PeopleFilterWord): string {
  return String(route.query[word] ?? '')
}

function go(word: PeopleFilterWord, value: string | null): void {
  void router.replace({ query: { ...route.query, [word]: value || undefined } })
}
</script>

<template>
  <details class="filters" @toggle="opened = ($event.target as HTMLDetailsElement).open">
    <summary class="btn btn-quiet">{{ t('people.filters.title', { count: set }, set) }}</summary>
    <div v-if="opened" class="sheet">
      <label v-for="word in shown" :key="word">
        <span>{{ t(`people.filters.${word}`) }}</span>
        <PickOne
          size="sm"
          :model-value="valueOf(word)"
          :options="[any, ...options[word]]"
          :search="word === 'invitedBy' ? findPeople : undefined"
          @update:model-value="go(word, $event)"
        />
      </label>
    </div>
  </details>
  <ul v-if="chips.length > 0" class="chips" :aria-label="t('people.filters.set')">
    <li v-for="chip in chips" :key="chip.word">
      {{ chip.text }}
      <button
        type="button"
        :aria-label="t('people.filters.remove', { filter: chip.text })"
        @click="go(chip.word, null)"
      >
        ×
      </button>
    </li>
  </ul>
</template>

<style scoped>
.filters {
  flex: none;
}
summary {
  white-space: nowrap;
  list-style: none;
}
.filters > div {
  position: absolute;
  right: 0;
  top: calc(100% + 2px);
  z-index: 6;
  width: min(340px, 86vw);
  padding: 10px 14px;
  display: grid;
  gap: 6px;
}
label {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 8px;
  align-items: center;
}
.chips {
  order: 9;
  flex-basis: 100%;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 13px;
}
.chips li {
  padding: 1px 2px 1px 8px;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--sheet);
}
.chips button {
  min-width: 24px;
  border: 0;
  background: none;
  color: var(--ink-2);
}
</style>
