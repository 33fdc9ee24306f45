<script setup lang="ts">
import type { PersonSheetView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useChoices } from '../../state/choices.ts'
import { useDocketPlace } from '../../state/docket-place.ts'
import { useDocket } from '../../state/docket.ts'
import PickOne from '../../basics/PickOne.vue'

// Two records of one person become one: with which other record.
const props = defineProps<{ person: PersonSheetView }>()
const { t } = useI18n()
const docket = useDocket()
const { people, findPeople } = useChoices({ people: true })
const otherId = ref('')
const slot = `join ${props.person.id}`
useDocketPlace(slot)
const options = computed(() => people.value.filter((one) => one.value !== props.person.id))

function pick(id: string | null): void {
  otherId.value = id ?? ''
  if (id) docket.hold([{ type: 'join-people', personId: props.person.id, otherId: id }], slot)
  else docket.release(slot)
}
</script>

<template>
  <div class="panel">
    <p class="muted">{{ t('person.joinAbout') }}</p>
    <BFormGroup :label="t('person.joinWith')" label-for="join-with">
      <PickOne
        id="join-with"
        :model-value="otherId"
        :options="options"
        :search="findPeople"
        @update:model-value="pick"
      />
    </BFormGroup>
  </div>
</template>

<style scoped>
.panel {
  background: var(--paper);
  border: 1px solid var(--line);
  padding: 10px 12px;
  margin: 8px 0;
}
</style>
