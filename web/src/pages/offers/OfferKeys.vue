<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { OfferedKey } from '../../logic/invitation.ts'
import { useChoices } from '../../state/choices.ts'
import PickMany from '../../basics/PickMany.vue'
import PickOne from '../../basics/PickOne.vue'

// The keys an invitation gives: each a role, at any number of places (model I12).
const keys = defineModel<OfferedKey[]>({ required: true })
const { t } = useI18n()
const { choices, notReached, roles, places } = useChoices()
const roleOf = (roleId: string) => choices.value?.roles.find((role) => role.id === roleId)
</script>

<template>
  <fieldset v-for="(key, at) in keys" :key="at" class="key">
    <legend class="visually-hidden">{{ t('invite.key', { number: at + 1 }) }}</legend>
    <div class="pair">
      <BFormGroup :label="t('invite.role')" :label-for="`invite-role-${at}`">
        <PickOne
          :id="`invite-role-${at}`"
          v-model="key.roleId"
          :options="[{ value: '', text: t('invite.none') }, ...roles]"
        />
      </BFormGroup>
      <PickMany v-model="key.placeIds" :options="places" :label="t('invite.place')" />
    </div>
    <p v-if="roleOf(key.roleId)" class="muted words">
      {{ t('invite.can') }} {{ roleOf(key.roleId)?.can.join(', ') }}; {{ t('invite.cannot') }}
      {{ roleOf(key.roleId)?.cannot.slice(0, 4).join(', ') }}.
    </p>
    <p v-if="notReached(key.roleId, key.placeIds)" class="words">{{ notReached(key.roleId, key.placeIds) }}</p>
    <button v-if="keys.length > 1" type="button" class="link" @click="keys.splice(at, 1)">
      {{ t('invite.removeKey') }}
    </button>
  </fieldset>
  <button type="button" class="link" @click="keys.push({ roleId: '', placeIds: [] })">{{ t('invite.addKey') }}</button>
</template>

<style scoped>
.key {
  border-top: 1px solid var(--line-soft);
  padding-top: 8px;
  margin-top: 10px;
}
.pair {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 10px;
  margin-bottom: 8px;
}
.pair > * {
  margin-top: 0;
}
.words {
  font-size: 12.5px;
  margin: 0 0 4px;
}
.link {
  border: 0;
  background: none;
  padding: 2px 0;
  color: var(--green);
  text-decoration: underline;
  text-underline-offset: 3px;
}
</style>
