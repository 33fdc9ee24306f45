<script setup lang="ts">
import type { PlaceView, StatementView } from '@lodge/core'
import { ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask } from '../../api/client.ts'
import { longDate } from '../../logic/dates.ts'
import StatementTable from './StatementTable.vue'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'

// Client by client, who can get in: one sheet of paper after the other.
const { t } = useI18n()
const session = useSession()
const { data: tree, error } = useFetched<{ places: PlaceView[] }>(() => session.path('/places'))
const statements = ref<StatementView[]>([])
const left = ref(0)
let turn = 0

watch(tree, async (shown) => {
  const mine = ++turn
  const clients = (shown?.places ?? []).filter((place) => place.depth === 1 && !place.archived)
  const found: StatementView[] = []
  for (const [at, client] of clients.entries()) {
    left.value = clients.length - at
    // Where one sees no keys there is no statement to read.
    const statement = await ask<StatementView>('GET', session.path(`/places/${client.id}/statement`)).catch(() => null)
    if (mine !== turn) return
    if (statement) found.push(statement)
  }
  left.value = 0
  statements.value = found
})

function print(): void {
  window.print()
}
</script>

<template>
  <section>
    <header>
      <h1>{{ t('statement.all') }}</h1>
      <BButton variant="outline-primary" :disabled="left > 0" @click="print">{{ t('statement.print') }}</BButton>
    </header>
    <p v-if="error" class="muted" role="alert">{{ error.message }}</p>
    <p v-if="left > 0" class="muted" role="status">{{ t('statement.reading', { count: left }) }}</p>
    <article v-for="statement in statements" :key="statement.placeId" class="client">
      <h2>
        <RouterLink :to="{ name: 'statement', params: { placeId: statement.placeId } }">{{
          statement.place
        }}</RouterLink>
      </h2>
      <p class="muted">
        {{
          t('statement.about', {
            account: statement.account,
            date: longDate(statement.on),
            people: statement.rows.length,
            places: statement.places,
          })
        }}
      </p>
      <StatementTable :statement="statement" />
    </article>
  </section>
</template>

<style scoped>
section {
  max-width: 980px;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
.client {
  margin: 18px 0 26px;
}
@media print {
  header {
    display: none;
  }
  .client {
    break-after: page;
  }
}
</style>
