<script setup lang="ts">
import type { StatementView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { longDate, todayIn } from '../logic/dates.ts'
import StatementTable from '../parts/StatementTable.vue'
import { useDocket } from '../state/docket.ts'
import { useFetched } from '../state/fetched.ts'
import { useSession } from '../state/session.ts'

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
const { data: statement, error } = useFetched<StatementView>(() => pathOf(''))
const until = ref('')

function setDay(event: Event): void {
  const { value } = event.target as HTMLInputElement
  void router.replace({ query: value && value !== today.value ? { on: value } : {} })
}

function share(): void {
  if (until.value)
    docket.hold([{ type: 'share-statement', placeId: placeId.value, until: until.value }], `share ${placeId.value}`)
}

function print(): void {
  window.print()
}
</script>

<template>
  <section>
    <p v-if="error" class="muted" role="alert">{{ error.message }}</p>
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
          <input class="form-control" type="date" :max="today" :value="on || today" @change="setDay" />
        </label>
        <a class="btn btn-outline-primary" :href="pathOf('/file.pdf')" download>PDF</a>
        <a class="btn btn-outline-primary" :href="pathOf('/file.csv')" download>CSV</a>
        <BButton variant="outline-primary" @click="print">{{ t('statement.print') }}</BButton>
        <label v-if="!on">
          {{ t('statement.share') }}
          <input v-model="until" class="form-control" type="date" :min="today" @change="share" />
        </label>
        <RouterLink :to="{ name: 'links' }">{{ t('links.title') }}</RouterLink>
      </div>
      <StatementTable :statement="statement" />
    </template>
    <p v-else-if="!error" class="muted">{{ t('common.loading') }}</p>
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
