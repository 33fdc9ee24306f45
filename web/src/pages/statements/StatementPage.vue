<script setup lang="ts">
import type { StatementView } from '@lodge/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { longDate, todayIn } from '../../logic/dates.ts'
import StatementTable from './StatementTable.vue'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import DateField from '../../basics/DateField.vue'
import NotYet from '../../basics/NotYet.vue'

// Who can get in at a place, to read, print, save or share by a link; as of today or any day before.
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const docket = useDocket()
const placeId = computed(() => String(route.params.placeId))
const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))
const on = computed(() => String(route.query.on ?? ''))
const pathOf = (rest: string) =>
  session.path(`/places/${placeId.value}/statement${rest}${on.value ? `?on=${on.value}` : ''}`)
const { data: statement, error, again } = useFetched<StatementView>(() => pathOf(''))
const until = ref('')

function setDay(value: string | null | undefined): void {
  void router.replace({ query: value && value !== today.value ? { on: value } : {} })
}

watch(until, (day) => {
  if (day) docket.hold([{ type: 'share-statement', placeId: placeId.value, until: day }], `share ${placeId.value}`)
})

function print(): void {
  window.print()
}
</script>

<template>
  <section>
    <template v-if="statement">
      <header>
        <h1>{{ t('statement.title', { place: statement.place }) }}</h1>
        <RouterLink :to="{ name: 'places', params: { placeId } }">{{ t('statement.back') }}</RouterLink>
      </header>
      <p>
        {{
          t('statement.about', {
            account: statement.account,
            date: longDate(statement.on),
            people: statement.rows.length,
            places: statement.places,
          })
        }}
      </p>
      <div class="bar">
        <label>
          {{ t('statement.on') }}
          <DateField
            :model-value="on || today"
            small
            bare
            past
            :max="today"
            :label="t('statement.on')"
            @update:model-value="setDay"
          />
        </label>
        <a class="btn btn-outline-primary" :href="pathOf('/file.pdf')" download>PDF</a>
        <a class="btn btn-outline-primary" :href="pathOf('/file.csv')" download>CSV</a>
        <BButton variant="outline-primary" @click="print">{{ t('statement.print') }}</BButton>
        <label v-if="!on">
          {{ t('statement.share') }}
          <DateField v-model="until" small bare :min="today" :label="t('statement.share')" />
        </label>
        <RouterLink :to="{ name: 'links' }">{{ t('links.title') }}</RouterLink>
      </div>
      <StatementTable :statement="statement" />
    </template>
    <NotYet v-else :error="error" :again="again" />
  </section>
</template>

<style scoped>
section {
  max-width: 980px;
}
header,
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
  align-items: baseline;
}
.bar {
  align-items: end;
  margin-bottom: 12px;
}
label {
  font-size: 12.5px;
  font-weight: 600;
}
h1 {
  flex: 1;
}
@media print {
  .bar,
  header a {
    display: none;
  }
}
</style>
