<script setup lang="ts">
import type { StatementView } from '@lodge/core'
import { useI18n } from 'vue-i18n'
import { longDate } from '../../logic/dates.ts'

// Everyone who can get in, in words a client reads: name, employer, what they can do, until when.
defineProps<{ statement: StatementView & { head?: string } }>()
const { t } = useI18n()
</script>

<template>
  <div class="sheet scroll" tabindex="0">
    <table>
      <caption class="visually-hidden">
        {{
          t('statement.title', { place: statement.place })
        }}
      </caption>
      <thead>
        <tr>
          <th scope="col">{{ t('people.name') }}</th>
          <th scope="col">{{ t('statement.employer') }}</th>
          <th scope="col">{{ t('statement.can') }}</th>
          <th scope="col">{{ t('statement.until') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in statement.rows" :key="row.personId">
          <th scope="row">
            {{ row.name }}<small v-if="row.passesWalls" class="oxblood">{{ t('statement.passesWalls') }}</small>
          </th>
          <td>
            {{ row.employer }} <small class="muted">{{ t(`kind.${row.kind}`) }}</small>
          </td>
          <td>{{ row.can.join('; ') }}</td>
          <td>{{ row.until ? longDate(row.until) : t('statement.open') }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="statement.rows.length === 0" class="muted none">{{ t('places.nobody') }}</p>
  </div>
  <template v-if="statement.onceIn.length > 0">
    <h2>{{ t('statement.onceIn') }}</h2>
    <p v-for="one in statement.onceIn" :key="one.name + one.role + one.place">
      {{ t('statement.invited', { name: one.name, role: one.role, place: one.place, expires: longDate(one.expires) }) }}
    </p>
  </template>
  <template v-for="one in statement.theirProducts" :key="one.product">
    <h2>{{ t('statement.theirs', { product: one.name }) }}</h2>
    <p v-if="one.people.length === 0" class="muted">{{ t('statement.theirsNobody') }}</p>
    <p v-for="person in one.people" :key="person.personId">
      {{ person.name }} <span class="muted">{{ person.known }}</span>
    </p>
  </template>
  <p v-if="statement.head" class="muted head">{{ t('statement.head', { head: statement.head }) }}</p>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  vertical-align: top;
  padding: 7px 12px;
  border-bottom: 1px solid var(--line-soft);
}
th,
td {
  overflow-wrap: break-word;
  min-width: 110px;
}
.head {
  margin-top: 10px;
  font-size: 12px;
  overflow-wrap: anywhere;
}
td:nth-child(3) {
  min-width: 260px;
}
thead th {
  font-size: 12px;
  color: var(--ink-2);
}
small {
  display: block;
}
h2 {
  margin: 16px 0 6px;
}
.none {
  padding: 10px 14px;
}
@media print {
  .scroll {
    overflow: visible;
    border: 0;
  }
  th,
  td,
  td:nth-child(3) {
    min-width: 0;
    padding: 4px 8px;
  }
  tr {
    break-inside: avoid;
  }
}
</style>
