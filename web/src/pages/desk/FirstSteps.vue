<script setup lang="ts">
import type { DeskView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { RouteLocationRaw } from 'vue-router'
import { useSession } from '../../state/session.ts'

// What a new account still lacks, in the order of the work; each step can be skipped and found again.
type Step = NonNullable<DeskView['first']>[number]
const props = defineProps<{ steps: readonly Step[] }>()
const { t } = useI18n()
const session = useSession()
const key = `skipped-steps ${session.me?.current?.accountId ?? ''}`
const skipped = ref<string[]>(JSON.parse(localStorage.getItem(key) ?? '[]') as string[])
const open = ref(false)
const shown = computed(() => props.steps.filter(({ step }) => !skipped.value.includes(step)))
const put = computed(() => props.steps.filter(({ step, done }) => !done && skipped.value.includes(step)))

/** Where each step is taken. */
function placeOf({ step, product }: Step): RouteLocationRaw {
  const code = product ?? undefined
  switch (step) {
    case 'product':
      return { name: 'describe' }
    case 'people':
      return code ? { name: 'seats', params: { product: code, tab: 'accounts' } } : { name: 'spreadsheet' }
    case 'places':
      return { name: 'places', query: { layout: '1' } }
    case 'role':
      return code ? { name: 'seats', params: { product: code, tab: 'about' } } : { name: 'roles', query: { make: '1' } }
    case 'packet':
      return { name: 'packets' }
    case 'key':
    case 'departure':
      return { name: 'people' }
    case 'invite':
    case 'owner':
      return { name: 'people', query: { invite: '1' } }
  }
}

function skip(step: string, on: boolean): void {
  skipped.value = on ? [...skipped.value, step] : skipped.value.filter((one) => one !== step)
  localStorage.setItem(key, JSON.stringify(skipped.value))
}
</script>

<template>
  <section v-if="shown.some(({ done }) => !done) || put.length > 0" class="sheet first" :aria-label="t('first.title')">
    <h2>{{ t('first.title') }}</h2>
    <ol>
      <li v-for="one in shown" :key="one.step" :class="{ done: one.done }">
        <template v-if="!one.done">
          <RouterLink :to="placeOf(one)">{{ t(`first.${one.step}`) }}</RouterLink>
          <button
            type="button"
            class="btn btn-quiet btn-sm"
            :aria-label="t('first.skipOf', { what: t(`first.${one.step}`) })"
            @click="skip(one.step, true)"
          >
            {{ t('first.skip') }}
          </button>
        </template>
        <template v-else>{{ t(`first.${one.step}`) }}, {{ t('first.done') }}</template>
        <small v-if="!one.done" class="muted">{{ t(`first.why.${one.step}`) }}</small>
      </li>
    </ol>
    <template v-if="put.length > 0">
      <button type="button" class="btn btn-quiet btn-sm" :aria-expanded="open" @click="open = !open">
        {{ t('first.skipped', { count: put.length }, put.length) }}
      </button>
      <p v-for="one in open ? put : []" :key="one.step">
        <RouterLink :to="placeOf(one)">{{ t(`first.${one.step}`) }}</RouterLink>
        <button
          type="button"
          class="btn btn-quiet btn-sm"
          :aria-label="t('first.backOf', { what: t(`first.${one.step}`) })"
          @click="skip(one.step, false)"
        >
          {{ t('first.back') }}
        </button>
      </p>
    </template>
  </section>
</template>

<style scoped>
.first {
  padding: 14px 18px;
  margin-bottom: 14px;
}
h2 {
  font-size: 16px;
}
li {
  padding: 3px 0;
}
li.done {
  color: var(--ink-2);
}
small {
  display: block;
}
p {
  margin: 2px 0;
}
</style>
