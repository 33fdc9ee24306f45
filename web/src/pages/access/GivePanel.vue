<script setup lang="ts">
import { computed, onBeforeUnmount, ref, useId, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { NewChange } from '../../api/types.ts'
import { useChoices } from '../../state/choices.ts'
import { useDocketPlace } from '../../state/docket-place.ts'
import { useDocket } from '../../state/docket.ts'
import PickMany from '../../basics/PickMany.vue'
import DateField from '../../basics/DateField.vue'
import PickOne from '../../basics/PickOne.vue'
import { subjectOf } from '../../logic/picking.ts'

// Gives one role to many at many places, for a time if wished; the docket shows what it would do as it is picked.
// What is known already, by where the panel was opened, is not asked.
const props = defineProps<{
  person?: { id: string; name: string }
  group?: { id: string; name: string }
  placeId?: string
  roleId?: string
}>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const docket = useDocket()
const { roles, places, subjects, findSubjects, choices, notReached } = useChoices({
  people: !props.person && !props.group,
})
const slot = `give ${useId()}`
useDocketPlace(slot)
const known = props.person ?? props.group
const chosen = ref<string[]>(known ? [`${props.person ? 'person' : 'group'} ${known.id}`] : [])
const placeIds = ref<string[]>(props.placeId ? [props.placeId] : [])
const roleId = ref(props.roleId ?? '')
const from = ref('')
const until = ref('')
const role = computed(() => choices.value?.roles.find((one) => one.id === roleId.value))
let timer: ReturnType<typeof setTimeout> | undefined

/** The role they get at each client they make, where the role chosen lets them make some. */
const madeRoleId = ref('')
const others = computed(() => roles.value.filter(({ value }) => value !== roleId.value))

watch([chosen, placeIds, roleId, madeRoleId, from, until], () => {
  clearTimeout(timer)
  if (!roleId.value || placeIds.value.length === 0 || chosen.value.length === 0) return docket.release(slot)
  const dates = { ...(from.value ? { from: from.value } : {}), ...(until.value ? { until: until.value } : {}) }
  const picked = chosen.value.map(subjectOf)
  const made = role.value?.makesClients && madeRoleId.value ? { madeRoleId: madeRoleId.value } : {}
  // One for one is held as it is, so that a refusal says its reason.
  if ((picked.length === 1 && placeIds.value.length === 1) || 'madeRoleId' in made) {
    const gives = picked.flatMap(({ kind, id }) =>
      placeIds.value.map((placeId): NewChange => {
        const subject = { subjectKind: kind, subjectId: id }
        return { type: 'give', ...subject, roleId: roleId.value, placeId, ...made, ...dates }
      }),
    )
    return docket.hold(gives, slot)
  }
  const filling = { kind: 'give-many', subjects: picked, placeIds: placeIds.value, roleId: roleId.value, ...dates }
  timer = setTimeout(() => void docket.fill(filling, slot), 200)
})

// Once applied, the panel has done its part.
watch(
  () => docket.applied,
  (applied) => {
    if (applied && roleId.value) emit('close')
  },
)
onBeforeUnmount(() => clearTimeout(timer))
</script>

<template>
  <fieldset class="give">
    <legend class="caption">{{ known ? t('give.title', { name: known.name }) : t('give.many') }}</legend>
    <PickMany v-if="!known" v-model="chosen" :options="subjects" :search="findSubjects" :label="t('give.to')" />
    <BFormGroup v-if="!props.roleId" :label="t('give.role')" label-for="give-role">
      <PickOne id="give-role" v-model="roleId" :options="[{ value: '', text: t('give.choose') }, ...roles]" />
    </BFormGroup>
    <p v-if="role && !props.roleId" class="says muted">
      {{ t('give.can', { what: role.can.slice(0, 5).join(', ') || t('give.nothing') }) }}
    </p>
    <BFormGroup v-if="role?.makesClients" :label="t('give.madeRole')" label-for="give-made-role">
      <PickOne id="give-made-role" v-model="madeRoleId" :options="[{ value: '', text: t('give.choose') }, ...others]" />
      <p class="says muted">{{ t('give.madeRoleAbout') }}</p>
    </BFormGroup>
    <PickMany v-if="!placeId" v-model="placeIds" :options="places" :label="t('give.places')" />
    <p v-if="notReached(roleId, placeIds)" class="says">{{ notReached(roleId, placeIds) }}</p>
    <div class="dates">
      <BFormGroup :label="t('give.from')" label-for="give-from">
        <DateField id="give-from" v-model="from" />
      </BFormGroup>
      <BFormGroup :label="t('give.until')" label-for="give-until">
        <DateField id="give-until" v-model="until" />
      </BFormGroup>
    </div>
  </fieldset>
</template>

<style scoped>
.give {
  margin-top: 10px;
  padding: 10px 12px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 4px;
}
.dates {
  display: flex;
  gap: 10px;
  margin-top: 0.6rem;
}
.dates > * {
  flex: 1;
}
.says {
  margin: 6px 0 0;
  font-size: 13px;
}
</style>
