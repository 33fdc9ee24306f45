<script setup lang="ts">
import type { PersonSheetView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { NewOf } from '../../api/types.ts'
import { useChoices } from '../../state/choices.ts'
import { useDocketPlace } from '../../state/docket-place.ts'
import { useDocket } from '../../state/docket.ts'
import DateField from '../../basics/DateField.vue'
import PickOne from '../../basics/PickOne.vue'
import { must } from '@lodge/core/must'

// A person's record: each field that is changed goes into the docket, beside the others changed here.
const props = defineProps<{
  person: PersonSheetView
  /** The one field that is shown, in its line of the facts; left out, all are. */
  only?: string
}>()
const { t } = useI18n()
const docket = useDocket()
const { choices, firms, makeFirm } = useChoices()
const record = computed(() => must(props.person.record, 'record'))
useDocketPlace(() => `record ${props.person.id}`)
const shows = (field: string) => props.only === undefined || props.only === field
const none = computed(() => ({ value: '', text: t('record.none') }))
const options = (all: readonly { id: string; name: string }[] = []) =>
  all.map(({ id, name }) => ({ value: id, text: name }))
const kinds = ['staff', 'contractor', 'client'].map((value) => ({ value, text: t(`kind.${value}`) }))
const standings = ['owner', 'administrator', 'member', 'guest'].map((value) => ({
  value,
  text: t(`standing.${value}`),
}))
const managers = computed(() => {
  const known = options(choices.value?.managers)
  const { managerId } = record.value
  const missing = managerId && !known.some((one) => one.value === managerId)
  return [none.value, ...known, ...(missing ? [{ value: managerId, text: props.person.manager ?? '' }] : [])]
})

/** All that is changed here is one change: choosing something else takes the place of what was chosen before. */
function hold(what: Partial<NewOf<'change-person'>>): void {
  const change = { ...held(), ...what, type: 'change-person' as const, personId: props.person.id }
  docket.hold([change], `record ${props.person.id}`)
}

/** What is changed of them already, and waits in the docket. */
function held(): NewOf<'change-person'> | undefined {
  return docket.changes
    .filter((one) => one.type === 'change-person')
    .find(({ personId }) => personId === props.person.id)
}

/** The membership that is chosen, explained in one line. */
const standing = ref(props.person.standing ?? 'guest')
function setStanding(chosen: unknown): void {
  standing.value = chosen as NonNullable<PersonSheetView['standing']>
  hold({ standing: standing.value })
}

async function addFirm(name: string): Promise<void> {
  hold({ employerId: await makeFirm(name) })
}

/** A name that was written wrong; the old one is kept nowhere (model P13). */
function correct(event: Event): void {
  const name = wordOf(event)
  const slot = `name ${props.person.id}`
  if (!name || name === props.person.name) docket.release(slot)
  else docket.hold([{ type: 'correct-name', personId: props.person.id, name }], slot)
}

const wordOf = (event: Event) => (event.target as HTMLInputElement).value.trim() || null
const chosen = (value: unknown) => (value ? String(value) : null)
function withText(fieldId: string, event: Event): void {
  hold({ texts: [...others(held()?.texts, fieldId), { fieldId, text: wordOf(event) }] })
}
function withChoice(fieldId: string, value: unknown): void {
  hold({ choices: [...others(held()?.choices, fieldId), { fieldId, valueId: chosen(value) }] })
}
/** What is in the docket for the other fields. */
function others<One extends { fieldId: string }>(held: readonly One[] | undefined, fieldId: string): One[] {
  return (held ?? []).filter((one) => one.fieldId !== fieldId)
}
</script>

<template>
  <fieldset class="record" :class="{ alone: only }" :disabled="!person.controls.change.enabled">
    <legend class="visually-hidden">{{ t('record.title') }}</legend>
    <label v-if="shows('name')"
      ><span class="what">{{ t('record.name') }}</span
      ><input class="form-control form-control-sm" maxlength="120" :value="person.name" @change="correct"
    /></label>
    <p v-if="!person.controls.change.enabled" class="muted">{{ person.controls.change.reason }}</p>
    <label v-if="shows('kind')"
      ><span class="what">{{ t('record.kind') }}</span
      ><BFormSelect
        size="sm"
        :model-value="person.kind"
        :options="kinds"
        @update:model-value="hold({ kind: $event as NewOf<'change-person'>['kind'] })"
    /></label>
    <label v-if="shows('standing')"
      ><span class="what">{{ t('record.standing') }}</span
      ><BFormSelect
        size="sm"
        :model-value="person.standing ?? ''"
        :options="standings"
        @update:model-value="setStanding($event)"
      /><small class="muted">{{ t(`standingAbout.${standing}`) }}</small></label
    >
    <label v-if="shows('manager')"
      ><span class="what">{{ t('record.manager') }}</span
      ><PickOne
        size="sm"
        :model-value="record.managerId ?? ''"
        :options="managers"
        @update:model-value="hold({ managerId: chosen($event) })"
    /></label>
    <label v-if="shows('employer')"
      ><span class="what">{{ t('record.employer') }}</span
      ><PickOne
        size="sm"
        :model-value="record.employerId ?? ''"
        :options="[none, ...firms]"
        make-new
        @make="addFirm"
        @update:model-value="hold({ employerId: chosen($event) })"
    /></label>
    <label v-if="shows('until')"
      ><span class="what">{{ t('record.until') }}</span
      ><DateField
        :model-value="person.until"
        :label="t('record.until')"
        small
        @update:model-value="hold({ engagementUntil: chosen($event) })"
    /></label>
    <label v-if="shows('reference')"
      ><span class="what">{{ t('record.reference') }}</span
      ><input
        class="form-control form-control-sm"
        maxlength="60"
        :value="record.reference"
        @change="hold({ reference: wordOf($event) })"
    /></label>
    <label v-if="shows('phone')"
      ><span class="what">{{ t('record.phone') }}</span
      ><input
        class="form-control form-control-sm"
        type="tel"
        maxlength="40"
        :value="record.phone"
        @change="hold({ phone: wordOf($event) })"
    /></label>
    <label v-for="field in record.fields.filter(({ id }) => shows(`field ${id}`))" :key="field.id"
      ><span class="what">{{ field.name }}</span>
      <input
        v-if="field.kind === 'text'"
        class="form-control form-control-sm"
        maxlength="400"
        :value="field.text"
        @change="withText(field.id, $event)"
      />
      <BFormSelect
        v-else
        size="sm"
        :model-value="field.valueId ?? ''"
        :options="[none, ...options(field.values)]"
        @update:model-value="withChoice(field.id, $event)"
      />
    </label>
  </fieldset>
</template>

<style scoped>
.record {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 14px;
  background: var(--paper);
  border: 1px solid var(--line);
  padding: 10px 12px;
  margin: 8px 0;
}
.record > p {
  grid-column: 1 / -1;
  margin: 0;
}
label {
  font-size: 12.5px;
}
.alone {
  display: block;
  border: 0;
  padding: 0;
  margin: 0;
  background: none;
}
.alone .what {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
</style>
