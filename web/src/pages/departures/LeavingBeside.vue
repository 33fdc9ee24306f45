<script setup lang="ts">
import type { DepartureThingView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask } from '../../api/client.ts'
import type { NewChange, ShownPreview } from '../../api/types.ts'
import EffectBlocks from '../../docket/EffectBlocks.vue'
import { afterPause } from '../../state/after-pause.ts'
import { useSession } from '../../state/session.ts'

// Beside a plan of leaving: what it would do to people, places and money as it is put together (model S8), and what
// happens at that moment, in order.
const props = defineProps<{ things: readonly DepartureThingView[]; change: NewChange | null }>()
const { t } = useI18n()
const session = useSession()
const shown = ref<ShownPreview | null>(null)
const problems = ref<string[]>([])
afterPause(() => props.change, look)

async function look(): Promise<void> {
  if (!props.change) return void (shown.value = null)
  const answer = await ask<ShownPreview>('POST', session.path('/previews'), { changes: [props.change] }).catch(
    () => null,
  )
  if (!answer) return
  problems.value = answer.problems.map(({ sentence }) => sentence)
  shown.value = answer.problems.length === 0 ? answer : null
}

/** What happens at that moment, in order. */
const order = computed(() => {
  const products = props.things.filter(({ what }) => what === 'things')
  const own = props.things.filter(({ what }) => what === 'line')
  const passed = props.things.length - products.length - own.length
  return [
    t('leaving.order.doors'),
    ...(passed > 0 ? [t('leaving.order.pass', { count: passed }, passed)] : []),
    ...products.map(({ text }) => t('leaving.order.product', { product: text })),
    ...(own.length > 0 ? [t('leaving.order.back', { what: own.map(({ text }) => text).join(', ') })] : []),
    t('leaving.order.record'),
  ]
})
</script>

<template>
  <aside>
    <p v-for="one in problems" :key="one" class="oxblood" role="alert">{{ one }}</p>
    <div v-if="shown" class="sheet beside"><EffectBlocks :preview="shown" /></div>
    <div class="sheet beside">
      <h2>{{ t('leaving.then') }}</h2>
      <ol>
        <li v-for="one in order" :key="one">{{ one }}</li>
      </ol>
    </div>
  </aside>
</template>

<style scoped>
.beside {
  padding: 12px 14px;
  margin-bottom: 14px;
}
.beside h2 {
  font-size: 14px;
}
.beside ol {
  margin: 0;
  padding-left: 20px;
}
.oxblood {
  color: var(--ox);
}
</style>
