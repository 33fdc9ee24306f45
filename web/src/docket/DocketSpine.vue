<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted } from 'vue'
import { useI18n } from 'vue-i18n'
import DocketBody from './DocketBody.vue'
import { moneyMoved } from '../logic/effects.ts'
import { signedSum } from '../logic/money.ts'
import { useDocket } from '../state/docket.ts'
import { useSession } from '../state/session.ts'
import { must } from '@lodge/core/must'

// The docket's spine at the edge, what was done last, and the docket: over the view, or in the place of an open form.
const { t } = useI18n()
const docket = useDocket()
const session = useSession()
const count = computed(() => t('docket.count', { count: docket.changes.length }, docket.changes.length))
const moved = computed(() => {
  const minor = moneyMoved(docket.preview)
  const current = session.me?.current
  return !minor || !current || docket.isEmpty ? '' : signedSum(minor, current.currency, current.locale)
})
const beside = computed(() => (docket.open ? undefined : docket.place))

function undo(): void {
  docket.hold([{ type: 'undo', version: must(docket.applied, 'applied').version }])
}

function onKey(event: KeyboardEvent): void {
  if (event.key === 'Escape' && docket.open && !event.defaultPrevented) docket.shut()
}
onMounted(() => addEventListener('keydown', onKey))
onBeforeUnmount(() => removeEventListener('keydown', onKey))
</script>

<template>
  <div class="spine-side">
    <button
      type="button"
      class="spine"
      :aria-expanded="docket.open"
      :aria-label="docket.isEmpty ? t('docket.openIt') : t('docket.openWith', { count })"
      @click="docket.open ? docket.shut() : (docket.open = true)"
    >
      <span>{{ t('docket.title') }}</span>
      <em v-if="!docket.isEmpty">{{ t('docket.spine', { count }) }}</em>
      <em v-if="moved">{{ moved }}</em>
    </button>
    <!-- There before it says anything, so that it is heard when it does. -->
    <div role="status">
      <div v-if="docket.refused || docket.applied" class="told">
        <p v-if="docket.refused" class="refused" role="alert">
          {{ t('docket.refusedSome', { count: docket.refused.count, first: docket.refused.sentence }) }}
        </p>
        <p v-if="docket.applied" class="done">
          <span>
            {{ t('docket.done', { what: docket.applied.sentences.join('. ') }) }}
            <template v-if="docket.applied.movedBy">
              {{ t('docket.differed', { who: docket.applied.movedBy.join('; ') || t('docket.movedTime') }) }}
            </template>
          </span>
          <button v-if="docket.applied.undo.enabled" type="button" class="btn btn-quiet btn-sm" @click="undo">
            {{ t('docket.undo') }}
          </button>
          <small v-else class="muted">{{ docket.applied.undo.reason }}</small>
        </p>
        <button type="button" class="close" :aria-label="t('docket.hideDone')" @click="docket.shut()">×</button>
      </div>
    </div>
    <Teleport v-if="docket.open || beside" :to="beside ?? 'body'" :disabled="!beside">
      <DocketBody :class="{ over: !beside }" :beside="beside !== undefined" />
    </Teleport>
  </div>
</template>

<style scoped>
.spine-side {
  grid-row: 1 / 3;
  grid-column: 3;
  border-left: 1px solid var(--line);
  min-width: 0;
  display: flex;
}
.spine {
  flex: 1;
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 12px;
  padding: 14px 0;
  border: 0;
  color: var(--ink);
  background: repeating-linear-gradient(0deg, var(--spine) 0 23px, var(--line-soft) 23px 24px);
}
.spine span,
.spine em {
  writing-mode: vertical-rl;
  font-family: 'Bitter Variable', serif;
  font-weight: 600;
  font-size: 13px;
}
.spine em {
  font-family: inherit;
  font-style: normal;
  color: var(--brass);
}
.over {
  position: fixed;
  z-index: 6;
  inset: 0 0 0 auto;
  width: 420px;
  border-left: 1px solid var(--line);
}
.told {
  position: fixed;
  /* Where neither a sheet nor the docket has its buttons; on a telephone the open docket lies over it. */
  z-index: 5;
  left: 106px;
  bottom: 16px;
  width: min(460px, calc(100vw - 32px));
  display: flex;
  align-items: start;
  gap: 6px;
  padding: 8px 12px;
  background: var(--green-soft);
  border: 1px solid var(--green-line);
  border-left: 3px solid var(--green);
  border-radius: 4px;
}
.told p {
  flex: 1;
  margin: 0;
}
.done {
  display: flex;
  gap: 8px;
  align-items: start;
  justify-content: space-between;
}
.done .btn {
  white-space: nowrap;
}
.refused {
  color: var(--ox);
}
.close {
  border: 0;
  background: none;
  color: var(--ink-2);
  font-size: 18px;
  line-height: 1;
  min-width: 24px;
  min-height: 24px;
}
@media (max-width: 800px) {
  .spine-side {
    grid-row: 3;
    grid-column: 1;
    border-left: 0;
    border-top: 1px solid var(--line);
  }
  .spine {
    flex-direction: row;
    padding: 6px 14px;
  }
  .spine span,
  .spine em {
    writing-mode: horizontal-tb;
  }
  .over {
    width: 100%;
  }
  .told {
    left: 16px;
    bottom: 112px;
  }
}
</style>
