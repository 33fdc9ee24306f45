<script setup lang="ts">
import type { PersonSheetView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useDocket } from '../../state/docket.ts'
import { useMoney } from '../../state/money.ts'
import AccessPanel from './AccessPanel.vue'
import GrantLines from '../access/GrantLines.vue'
import SheetSection from '../../basics/SheetSection.vue'

// What someone was given by name on their sheet: each key is changed in its line, all of them beneath.
const props = defineProps<{ person: PersonSheetView }>()
const { t } = useI18n()
const docket = useDocket()
const { today } = useMoney()
const personId = computed(() => props.person.id)
const doing = ref<'move' | 'copy' | null>(null)

const mayCopy = computed(() => props.person.state === 'active' && props.person.controls.give.enabled)
function toggleDoing(what: 'move' | 'copy'): void {
  doing.value = doing.value === what ? null : what
}

function fill(filling: { kind: string } & Record<string, unknown>): void {
  void docket.fill(filling, `${filling.kind} ${personId.value}`)
}
</script>

<template>
  <SheetSection
    v-if="person.grants.length > 0 || mayCopy"
    :title="t('access.given')"
    :count="person.grants.length"
    :about="t('access.givenAbout')"
  >
    <GrantLines :grants="person.grants" :today="today" of-person changeable :last-day="person.until" />
    <div class="actions">
      <template v-if="person.grants.length > 0">
        <button
          type="button"
          class="btn btn-quiet btn-sm"
          :aria-pressed="doing === 'move'"
          @click="toggleDoing('move')"
        >
          {{ t('access.moveIt') }}
        </button>
        <button type="button" class="btn btn-quiet btn-sm" @click="fill({ kind: 'tidy-access', personId })">
          {{ t('access.tidy') }}
        </button>
      </template>
      <button
        v-if="mayCopy"
        type="button"
        class="btn btn-quiet btn-sm"
        :aria-pressed="doing === 'copy'"
        @click="toggleDoing('copy')"
      >
        {{ t('access.copyIt') }}
      </button>
      <button
        v-if="person.grants.length > 0"
        type="button"
        class="btn btn-quiet btn-sm"
        @click="fill({ kind: 'take-many', personIds: [personId] })"
      >
        {{ t('access.takeAll') }}
      </button>
    </div>
    <AccessPanel v-if="doing" :key="doing" :person-id="personId" :grants="person.grants" :what="doing" />
  </SheetSection>
</template>

<style scoped>
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
}
</style>
