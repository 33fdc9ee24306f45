<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import PlannedDockets from './PlannedDockets.vue'
import ProblemList from '../basics/ProblemList.vue'
import { todayIn } from '../logic/dates.ts'
import { useDocket } from '../state/docket.ts'
import { useSession } from '../state/session.ts'
import DateField from '../basics/DateField.vue'

const EffectBlocks = defineAsyncComponent(() => import('./EffectBlocks.vue'))

// The changes not yet applied and what they would do: over the view, or beside the form they come from.
const props = defineProps<{ beside: boolean }>()
const { t } = useI18n()
const docket = useDocket()
const session = useSession()
const label = computed(() => docket.preview?.confirm ?? t('confirm.other'))
const count = computed(() => t('docket.count', { count: docket.changes.length }, docket.changes.length))
/** What ends something has another colour. */
const ending = computed(() => docket.preview?.ends ?? false)
const SHOWN = 6
const all = ref(false)
const shownSentences = computed(() => docket.preview?.sentences.slice(0, all.value ? undefined : SHOWN) ?? [])
watch(
  () => docket.isEmpty,
  () => {
    all.value = false
  },
)

const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))
</script>

<template>
  <aside class="docket" :class="{ beside: props.beside }" :aria-label="t('docket.title')">
    <header>
      <h2>{{ t('docket.title') }}</h2>
      <span class="muted">{{ docket.isEmpty ? '' : `${count}, ${t('docket.yours')}` }}</span>
      <button v-if="!beside" type="button" class="close" :aria-label="t('docket.closeIt')" @click="docket.shut()">
        ×
      </button>
    </header>
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
      <p v-if="docket.movedBy" class="moved" role="alert">
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
      <ProblemList
        v-if="docket.preview"
        :title="t('docket.cannot')"
        :problems="docket.preview.problems"
        @mend="docket.mend($event)"
      />
      <EffectBlocks v-if="docket.preview && !docket.isEmpty" :preview="docket.preview" />
      <p v-if="docket.busy" class="muted" role="status">{{ t('docket.reading') }}</p>
      <PlannedDockets v-if="!beside && !session.seeing" />
    </div>
    <footer v-if="!docket.isEmpty">
      <div class="how">
        <label>
          <span class="muted">{{ t('docket.from') }}</span>
          <DateField
            :model-value="docket.datedOn"
            small
            :min="today"
            :label="t('docket.from')"
            :placeholder="t('docket.now')"
            @update:model-value="void docket.date($event ?? '')"
          />
        </label>
        <label v-if="docket.preview && docket.preview.access.effects.length > 0">
          <span class="muted">{{ t('docket.tell') }}</span>
          <select v-model="docket.tell" class="form-select form-select-sm">
            <option value="">{{ t('docket.tellNot') }}</option>
            <option value="now">{{ t('docket.tellNow') }}</option>
            <option value="digest">{{ t('docket.tellDigest') }}</option>
          </select>
        </label>
      </div>
      <BButton :variant="ending ? 'danger' : 'primary'" :disabled="!docket.mayApply" @click="docket.apply()">
        {{ docket.applying ? t('docket.applying') : label }}
      </BButton>
      <button type="button" class="btn btn-quiet" @click="docket.putDown()">{{ t('docket.putDown') }}</button>
      <p v-if="docket.run" class="muted" role="status">
        {{ t('docket.running', { done: docket.run.done, total: docket.run.total }) }}
      </p>
      <p v-else-if="docket.changes.length > 1" class="muted">{{ t('docket.applied') }}</p>
    </footer>
  </aside>
</template>

<style scoped>
.docket {
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding: 16px;
  background: var(--spine);
}
.beside {
  border-top: 1px solid var(--line);
  padding: 10px 16px 12px;
  flex: 0 1 auto;
}
header {
  display: flex;
  align-items: baseline;
  gap: 8px;
  margin-bottom: 8px;
}
header h2 {
  white-space: nowrap;
}
.beside header h2 {
  font-size: 14px;
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
.moved {
  background: var(--slate-soft);
  color: var(--ink);
  border-left: 3px solid var(--slate);
  padding: 8px 12px;
}
footer {
  padding-top: 10px;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.how {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  flex: 1 0 100%;
}
.how :deep(.form-control) {
  width: 118px;
}
.how label:last-child:not(:first-child) {
  flex: 1;
}
.how label {
  display: flex;
  white-space: nowrap;
  align-items: center;
  gap: 6px;
  font-size: 12.5px;
}
.how select {
  min-width: 70px;
}
footer > .btn:first-of-type {
  flex: 1;
}
footer > p {
  flex: 1 0 100%;
  font-size: 12.5px;
  margin: 0;
}
</style>
