<script setup lang="ts">
import type { BetweenView } from '@lodge/core'
import { reactive, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { ApiError } from '../../api/client.ts'
import { ask } from '../../api/client.ts'
import { useSession } from '../../state/session.ts'
import DateField from '../../basics/DateField.vue'

/** What changed between two days: people by state, and who gained or lost access where. */
const { t } = useI18n()
const session = useSession()
const span = reactive({ from: '', until: '' })
const between = ref<BetweenView | null>(null)
const problem = ref('')
async function compare(): Promise<void> {
  problem.value = ''
  between.value = null
  if (!span.from) return void (problem.value = t('between.missing'))
  const until = span.until ? `&until=${span.until}` : ''
  try {
    between.value = await ask<BetweenView>('GET', session.path(`/between?from=${span.from}${until}`))
  } catch (error) {
    problem.value = (error as ApiError).message
  }
}
</script>

<template>
  <details class="between">
    <summary>{{ t('between.title') }}</summary>
    <form class="filter" @submit.prevent="compare">
      <label
        >{{ t('between.from') }} <DateField v-model="span.from" small past bare :label="t('between.from')"
      /></label>
      <label
        >{{ t('between.until') }} <DateField v-model="span.until" small past bare :label="t('between.until')"
      /></label>
      <BButton type="submit" size="sm" variant="outline-primary">{{ t('between.compare') }}</BButton>
    </form>
    <p v-if="problem" role="alert" class="broken">{{ problem }}</p>
    <template v-if="between">
      <p role="status">{{ t('between.counts', between.counts) }}</p>
      <p class="muted">
        <template v-for="one in between.people" :key="one.state">
          <span v-if="one.before !== one.after"
            >{{ t(`state.${one.state}`) }} {{ one.before }} → {{ one.after }}.
          </span></template
        >
      </p>
      <ul class="sheet lines">
        <li v-for="line in between.lines" :key="line.personId + line.placeId" class="line">
          <strong>{{ t(`effect.${line.way}`) }}</strong>
          <RouterLink :to="{ name: 'people', params: { personId: line.personId } }">{{ line.name }}</RouterLink>
          <span
            >{{ line.place }}
            <small v-if="line.beneath > 0" class="muted">{{
              t('effect.beneath', { count: line.beneath })
            }}</small></span
          >
          <span class="muted">{{ t(`level.${line.before}`) }} → {{ t(`level.${line.after}`) }}</span>
        </li>
      </ul>
      <p v-if="between.more > 0" class="muted">{{ t('roles.more', { count: between.more }) }}</p>
    </template>
  </details>
</template>

<style scoped>
.between {
  margin-bottom: 12px;
}
.lines {
  list-style: none;
  padding: 0;
}
.lines .line {
  display: grid;
  grid-template-columns: 70px minmax(120px, 200px) minmax(0, 1fr) auto;
  gap: 12px;
  padding: 9px 14px;
  border-top: 1px solid var(--line-soft);
}
.lines .line:first-child {
  border-top: 0;
}
@media (max-width: 600px) {
  .lines .line {
    grid-template-columns: 70px minmax(0, 1fr);
  }
}
.filter {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
  margin-bottom: 10px;
}
.filter label {
  white-space: nowrap;
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 12.5px;
}
.broken {
  background: var(--ox-soft);
  color: var(--ox);
  border-left: 3px solid var(--ox);
  padding: 8px 12px;
  border-radius: 3px;
}
small {
  margin-left: 6px;
}
</style>
