<script setup lang="ts">
import type { Problem } from '@lodge/core'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { ApiError } from '../../api/client.ts'
import { ask } from '../../api/client.ts'
import type { NewOf } from '../../api/types.ts'
import WallMark from '../../marks/WallMark.vue'
import { useChoices } from '../../state/choices.ts'
import { useDocketPlace } from '../../state/docket-place.ts'
import { useDocket } from '../../state/docket.ts'
import { useSession } from '../../state/session.ts'
import ProblemList from '../../basics/ProblemList.vue'
import SheetHead from '../../basics/SheetHead.vue'
import { entryAt } from '@lodge/core/must'

// A client with its sites from a pasted list: read as it is typed, every bad line named, laid out as one change.
const props = defineProps<{ parentId: string }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const { places } = useChoices()
const SLOT = 'lay-out'
useDocketPlace(SLOT)
const text = ref('')
const parentId = ref(props.parentId)
const likeId = ref('')
const problems = ref<readonly Problem[]>([])
const laid = ref<NewOf<'lay-out'> | null>(null)
let timer: ReturnType<typeof setTimeout> | undefined
let turn = 0

watch([text, parentId, likeId], () => {
  clearTimeout(timer)
  timer = setTimeout(() => void read(), 300)
})

async function read(): Promise<void> {
  const mine = ++turn
  if (text.value.trim() === '') return forget([])
  try {
    const body = { text: text.value, parentId: parentId.value, likeId: likeId.value || null }
    const answer = await ask<{ change: NewOf<'lay-out'> | null; problems: Problem[] }>(
      'POST',
      session.path('/place-lists'),
      body,
    )
    if (mine !== turn) return
    if (!answer.change) return forget(answer.problems)
    problems.value = []
    laid.value = answer.change
    docket.hold([answer.change], SLOT)
  } catch (failure) {
    if (mine === turn) forget([{ code: 'failed', sentence: (failure as ApiError).message }])
  }
}

function forget(found: readonly Problem[]): void {
  problems.value = found
  laid.value = null
  docket.release(SLOT)
}

/** The pattern is put where the list is written, to be changed there. */
watch(likeId, async (id) => {
  if (!id) return
  const { text: pattern } = await ask<{ text: string }>('GET', session.path(`/places/${id}/list`))
  if (text.value.trim() === '') text.value = pattern
})

const depths = computed(() => {
  const found: number[] = []
  for (const { within } of laid.value?.places ?? []) found.push(within == null ? 0 : entryAt(found, within) + 1)
  return found
})
watch(
  () => docket.applied,
  (applied) => {
    if (applied && laid.value) emit('close')
  },
)
onBeforeUnmount(() => clearTimeout(timer))
</script>

<template>
  <article>
    <SheetHead :close-label="t('layOut.close')" @close="(docket.release(SLOT), $emit('close'))">
      <h2>{{ t('layOut.title') }}</h2>
    </SheetHead>
    <BFormGroup :label="t('layOut.parent')" label-for="lay-out-parent">
      <BFormSelect id="lay-out-parent" v-model="parentId" :options="places" />
    </BFormGroup>
    <BFormGroup :label="t('layOut.like')" label-for="lay-out-like">
      <BFormSelect
        id="lay-out-like"
        v-model="likeId"
        :options="[{ value: '', text: t('layOut.noPattern') }, ...places]"
      />
    </BFormGroup>
    <BFormGroup :label="t('layOut.list')" label-for="lay-out-list" class="list">
      <BFormTextarea
        id="lay-out-list"
        v-model="text"
        rows="9"
        spellcheck="false"
        :placeholder="t('layOut.example')"
        aria-describedby="lay-out-help"
      />
    </BFormGroup>
    <p id="lay-out-help" class="muted help">{{ t('layOut.help') }}</p>
    <ProblemList v-if="problems.length > 0" :title="t('layOut.cannot')" :problems="problems" />
    <template v-if="laid">
      <h3 class="caption">{{ t('layOut.preview', { count: laid.places.length, keys: laid.keys?.length ?? 0 }) }}</h3>
      <ul>
        <li
          v-for="(place, at) in laid.places.slice(0, 200)"
          :key="at"
          :style="{ paddingLeft: `${(depths[at] ?? 0) * 18}px` }"
        >
          <WallMark v-if="place.walled" />{{ place.name }} <small class="muted">{{ place.kind }}</small>
        </li>
        <li v-if="laid.places.length > 200" class="muted">
          {{ t('roles.more', { count: laid.places.length - 200 }) }}
        </li>
      </ul>
    </template>
  </article>
</template>

<style scoped>
article > div {
  margin-top: 0.6rem;
}
textarea {
  font-family: ui-monospace, monospace;
  font-size: 13px;
  white-space: pre;
}
.help {
  font-size: 12.5px;
}
ul {
  list-style: none;
  margin: 4px 0;
  padding: 0;
}
.caption {
  border-bottom: 1px solid var(--line);
  padding-bottom: 3px;
}
</style>
