<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import PlannedDockets from './PlannedDockets.vue'
import ProblemList from '../parts/ProblemList.vue'
import { confirmLabel, moneyMoved, type Translate } from '../logic/effects.ts'
import { signedAmount } from '../logic/money.ts'
import { useDocket } from '../state/docket.ts'
import { useSession } from '../state/session.ts'

const EffectBlocks = defineAsyncComponent(() => import('./EffectBlocks.vue'))

// The docket: a spine while shut, the changes in hand and what it would do while open.
const { t } = useI18n()
const say: Translate = (key, values, plural) => (plural === undefined ? t(key, values) : t(key, values, plural))
const docket = useDocket()
const session = useSession()
const label = computed(() => confirmLabel(say, docket.changes, docket.preview))
const count = computed(() =>
  docket.changes.length === 1 ? t('docket.one') : t('docket.many', { count: docket.changes.length }),
)
const moved = computed(() => {
  const minor = moneyMoved(docket.preview)
  const current = session.me?.current
  return minor === null || !current || docket.isEmpty ? '' : signedAmount(minor, current.currency, current.locale)
})
/** What ends something has another colour. */
const ENDING = new Set(['leave', 'plan-departure', 'run-departure', 'erase', 'take', 'withdraw'])
const ending = computed(() => docket.changes.some((change) => ENDING.has(change.type)))
const SHOWN = 6
const all = ref(false)
const shownSentences = computed(() => docket.preview?.sentences.slice(0, all.value ? undefined : SHOWN) ?? [])
const date = ref('')
watch(
  () => docket.isEmpty,
  () => {
    all.value = false
    date.value = ''
  },
)

function setDate(event: Event): void {
  date.value = (event.target as HTMLInputElement).value
  void docket.date(date.value)
}

function undo(): void {
  docket.hold([{ type: 'undo', version: docket.applied!.version }])
}
</script>

<template>
  <aside class="docket" :class="{ open: docket.open }" :aria-label="t('docket.title')">
    <button
      v-if="!docket.open"
      type="button"
      class="spine"
      :aria-label="t('docket.openIt')"
      @click="docket.open = true"
    >
      <span>{{ t('docket.title') }}</span>
      <em v-if="!docket.isEmpty">{{ t('docket.spine', { count }) }}</em>
      <em v-if="moved">{{ moved }}</em>
    </button>
    <template v-else>
      <header>
        <h2>{{ t('docket.title') }}</h2>
        <span class="muted">{{ docket.isEmpty ? '' : `${count}, ${t('docket.yours')}` }}</span>
        <button type="button" class="close" :aria-label="t('docket.closeIt')" @click="docket.shut()">×</button>
      </header>
      <p v-if="docket.refused" class="moved" role="alert">
        {{ t('docket.refusedSome', { count: docket.refused.count, first: docket.refused.sentence }) }}
      </p>
      <p v-if="docket.applied" class="done" role="status">
        {{ t('docket.done', { what: docket.applied.sentences.join('. ') }) }}
        <template v-if="docket.applied.movedBy">
          {{ t('docket.differed', { who: docket.applied.movedBy.join('; ') || t('docket.movedTime') }) }}
        </template>
        <button type="button" class="btn btn-quiet" @click="undo">{{ t('docket.undo') }}</button>
      </p>
      <div class="inside" tabindex="0">
        <p v-if="docket.isEmpty" class="muted">{{ t('docket.empty') }}</p>
        <ol v-if="docket.preview" class="sheet changes" :aria-label="t('docket.changes')">
          <li v-for="(sentence, at) in shownSentences" :key="at">
            <span>{{ sentence }}.</span>
            <button
              type="button"
              class="drop"
              :aria-label="t('docket.drop', { what: sentence })"
              :title="t('docket.dropOne')"
              @click="docket.drop(at)"
            >
              ×
            </button>
          </li>
          <li v-if="docket.preview.sentences.length > shownSentences.length">
            <button type="button" class="btn btn-quiet" @click="all = true">
              {{ t('docket.more', { count: docket.preview.sentences.length - shownSentences.length }) }}
            </button>
          </li>
        </ol>
        <p v-if="docket.rest" class="muted">{{ docket.rest }}</p>
        <p v-if="docket.movedBy.length > 0" class="moved" role="alert">
          {{ t('docket.moved', { who: docket.movedBy.join('; ') || t('docket.movedTime') }) }}
        </p>
        <ProblemList
          v-if="docket.error"
          :problems="
            docket.error.problems.length > 0
              ? docket.error.problems
              : [{ code: docket.error.code, sentence: docket.error.message }]
          "
        />
        <ProblemList v-if="docket.preview" :title="t('docket.cannot')" :problems="docket.preview.problems" />
        <EffectBlocks v-if="docket.preview && !docket.isEmpty" :preview="docket.preview" />
        <p v-if="docket.busy" class="muted" role="status">{{ t('docket.reading') }}</p>
        <PlannedDockets v-if="!session.seeing" />
      </div>
      <footer v-if="!docket.isEmpty">
        <BButton :variant="ending ? 'danger' : 'primary'" :disabled="!docket.mayApply" @click="docket.apply()">
          {{ docket.applying ? t('docket.applying') : label }}
        </BButton>
        <button type="button" class="btn btn-quiet" @click="docket.putDown()">{{ t('docket.putDown') }}</button>
        <label class="dated">
          <span class="muted">{{ t('docket.from') }}</span>
          <input class="form-control form-control-sm" type="date" :value="date" @change="setDate" />
        </label>
        <label v-if="docket.preview && docket.preview.access.effects.length > 0" class="dated">
          <span class="muted">{{ t('docket.tell') }}</span>
          <select v-model="docket.tell" class="form-select form-select-sm">
            <option value="">{{ t('docket.tellNot') }}</option>
            <option value="now">{{ t('docket.tellNow') }}</option>
            <option value="digest">{{ t('docket.tellDigest') }}</option>
          </select>
        </label>
        <p v-if="docket.run" class="muted" role="status">
          {{ t('docket.running', { done: docket.run.done, total: docket.run.total }) }}
        </p>
        <p v-else class="muted">{{ t('docket.applied') }}</p>
      </footer>
    </template>
  </aside>
</template>

<style scoped>
.docket {
  grid-row: 1 / 3;
  grid-column: 3;
  border-left: 1px solid var(--line);
  background: var(--spine);
  min-width: 0;
  display: flex;
  flex-direction: column;
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
.docket.open {
  padding: 16px;
}
header h2 {
  white-space: nowrap;
}
header {
  display: flex;
  align-items: baseline;
  gap: 8px;
  margin-bottom: 8px;
}
.close {
  margin-left: auto;
  border: 0;
  background: none;
  color: var(--ink-2);
  font-size: 20px;
  line-height: 1;
}
.inside {
  flex: 1;
  overflow-y: auto;
  min-height: 0;
  margin: 0 -6px;
  padding: 0 6px;
}
.changes {
  list-style: none;
  margin: 0 0 8px;
  padding: 8px 12px;
}
.changes li {
  display: flex;
  gap: 6px;
}
.changes li > span {
  flex: 1;
}
.drop {
  border: 0;
  background: none;
  color: var(--ink-2);
  line-height: 1;
  min-width: 24px;
  min-height: 24px;
}
.done {
  background: var(--green-soft);
  border-left: 3px solid var(--green);
  padding: 8px 12px;
}
.dated {
  display: flex;
  align-items: center;
  gap: 8px;
  flex: 1 0 100%;
  font-size: 12.5px;
}
.dated input,
.dated select {
  width: auto;
}
.moved {
  background: var(--slate-soft);
  color: var(--ink);
  border-left: 3px solid var(--slate);
  padding: 8px 12px;
}
footer {
  padding-top: 12px;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
footer .btn:first-child {
  flex: 1;
}
footer p {
  flex: 1 0 100%;
  font-size: 12.5px;
  margin: 0;
}
@media (max-width: 800px) {
  .docket {
    grid-row: 3;
    grid-column: 1;
    border-left: 0;
    border-top: 1px solid var(--line);
    max-height: 60dvh;
  }
  .spine {
    flex-direction: row;
    padding: 6px 14px;
  }
  .spine span,
  .spine em {
    writing-mode: horizontal-tb;
  }
}
</style>
