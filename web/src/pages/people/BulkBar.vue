<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { END_OF_WORK } from '../../logic/leaving.ts'
import { BULK_ACTS, useBulk } from '../../state/bulk.ts'
import { useChoices } from '../../state/choices.ts'
import DateField from '../../basics/DateField.vue'
import MessagePanel from './MessagePanel.vue'
import PickMany from '../../basics/PickMany.vue'
import PickOne from '../../basics/PickOne.vue'

// What is done with everyone chosen in the list; it goes into the docket, where it is seen before it happens. Those for
// whom it cannot be are named, and left out by choice.
const props = defineProps<{ ids: readonly string[] }>()
defineEmits<{ clear: []; all: [] }>()
const { t } = useI18n()
const { choices, roles, places, people, findPeople, firms } = useChoices({ people: true })
/** A docket holds so many changes (model C2). */
const MAXIMUM_CHANGES = 500
const NAMED = 6
const bulk = useBulk(() => props.ids, MAXIMUM_CHANGES)
const is = (...acts: (typeof bulk.act)[]) => acts.includes(bulk.act)
const acts = computed(() => [
  { value: '', text: t('bulk.choose') },
  ...BULK_ACTS.map((value) => ({ value, text: t(`bulk.act.${value}`) })),
])
const choose = computed(() => ({ value: '', text: t('give.choose') }))
const none = computed(() => ({ value: 'none', text: t('record.none') }))
const anyRole = computed(() => ({ value: '', text: t('grid.anyRole') }))
const named = (all: readonly { id: string; name: string }[] = []) =>
  all.map(({ id, name }) => ({ value: id, text: name }))
const groups = computed(() => [choose.value, ...named(choices.value?.groups)])
const managers = computed(() => [choose.value, none.value, ...people.value])
const seats = computed(() => {
  const all = choices.value?.seats ?? []
  if (!is('end-seat'))
    return all.map(({ product, seatType, productName, name, price }) => ({
      ...{ value: `${product}/${seatType}`, text: `${name}, ${productName}`, detail: price },
    }))
  const products = new Map(all.map(({ product, productName }) => [product, productName]))
  return [...products].map(([value, text]) => ({ value, text }))
})
const leftShown = computed(() => bulk.left.slice(0, NAMED))
</script>

<template>
  <div class="bulk" role="group" :aria-label="t('bulk.title')">
    <strong>{{ t('bulk.chosen', { count: ids.length }) }}</strong>
    <BFormSelect v-model="bulk.act" size="sm" :options="acts" :aria-label="t('bulk.title')" />
    <PickOne
      v-if="is('give', 'take', 'change-keys')"
      v-model="bulk.form.roleId"
      size="sm"
      :options="[is('give') ? choose : anyRole, ...roles]"
      :aria-label="t('give.role')"
    />
    <PickMany
      v-if="is('give', 'take', 'change-keys')"
      v-model="bulk.form.placeIds"
      class="many"
      :options="places"
      :label="t('bulk.at')"
    />
    <template v-if="is('change-keys')">
      <PickOne
        v-model="bulk.form.toRoleId"
        size="sm"
        :options="[{ value: '', text: t('bulk.sameRole') }, ...roles]"
        :aria-label="t('bulk.toRole')"
      />
      <PickMany v-model="bulk.form.toPlaceIds" class="many" :options="places" :label="t('bulk.toPlaces')" />
    </template>
    <template v-if="is('copy')">
      <PickOne
        v-model="bulk.form.fromId"
        size="sm"
        :options="[choose, ...people]"
        :search="findPeople"
        :aria-label="t('access.of')"
      />
      <label><input v-model="bulk.form.withSeats" type="checkbox" /> {{ t('bulk.withSeats') }}</label>
    </template>
    <PickOne
      v-if="is('give-seat', 'change-seat', 'end-seat')"
      v-model="bulk.form.seat"
      size="sm"
      :options="[choose, ...seats]"
      :aria-label="t(is('end-seat') ? 'seatChoice.product' : 'bulk.seat')"
    />
    <PickOne
      v-if="is('manager')"
      v-model="bulk.form.managerId"
      size="sm"
      :options="managers"
      :search="findPeople"
      :aria-label="t('record.manager')"
    />
    <PickOne
      v-if="is('firm')"
      v-model="bulk.form.employerId"
      size="sm"
      :options="[choose, none, ...firms]"
      :aria-label="t('record.employer')"
    />
    <PickOne
      v-if="is('join-group')"
      v-model="bulk.form.groupId"
      size="sm"
      :options="groups"
      :aria-label="t('bulk.group')"
    />
    <label v-if="is('give', 'take', 'change-keys', 'give-seat', 'change-seat', 'end-seat')"
      >{{ t('bulk.from') }} <DateField v-model="bulk.form.on" small :label="t('bulk.from')"
    /></label>
    <label v-if="is('until', 'give', 'change-keys', 'give-seat')"
      >{{ t('bulk.lastDay') }} <DateField v-model="bulk.form.until" small :label="t('bulk.lastDay')"
    /></label>
    <label v-if="is('leave')"
      >{{ t('bulk.leavesAt') }} <DateField v-model="bulk.form.at" small :time="END_OF_WORK" :label="t('bulk.leavesAt')"
    /></label>
    <button type="button" class="btn btn-quiet btn-sm" @click="$emit('all')">{{ t('bulk.all') }}</button>
    <button type="button" class="btn btn-quiet btn-sm" @click="$emit('clear')">{{ t('bulk.clear') }}</button>
    <p v-if="bulk.group" class="slate">
      {{ t('bulk.likeGroup', { group: bulk.group.name }) }}
      <button type="button" class="btn btn-quiet btn-sm" @click="bulk.joinGroup()">{{ t('bulk.joinInstead') }}</button>
    </p>
    <div v-if="bulk.left.length > 0" class="left brass" role="status">
      <strong>{{ t('bulk.cannot', { count: bulk.left.length }, bulk.left.length) }}</strong>
      <button v-if="!bulk.leaveOut" type="button" class="btn btn-outline-primary btn-sm" @click="bulk.leaveOut = true">
        {{ t('bulk.leaveOut', { count: bulk.left.length }, bulk.left.length) }}
      </button>
      <span v-else>{{ t('bulk.leftOut') }}</span>
      <ul>
        <li v-for="one in leftShown" :key="one.personId">{{ one.name }}: {{ one.sentence }}</li>
        <li v-if="bulk.left.length > NAMED">{{ t('spreadsheet.names', { count: bulk.left.length - NAMED }) }}</li>
      </ul>
    </div>
    <MessagePanel v-if="is('message')" :ids="ids" />
    <p v-else-if="bulk.tooMany" class="muted" role="alert">{{ t('bulk.tooMany', { most: MAXIMUM_CHANGES }) }}</p>
  </div>
</template>

<style scoped>
.bulk {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  background: var(--green-soft);
  padding: 6px 10px;
  border-radius: 4px;
}
.bulk > label {
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 12.5px;
}
.bulk > :deep(.pick-one) {
  width: 180px;
}
.many {
  min-width: 180px;
  max-width: 320px;
}
.bulk select,
.bulk input:not([role='combobox'], [type='checkbox']) {
  width: auto;
  max-width: 200px;
}
p,
.left {
  flex: 1 0 100%;
  margin: 0;
}
.left ul {
  margin: 2px 0 0;
  padding-left: 18px;
  font-size: 13px;
}
</style>
