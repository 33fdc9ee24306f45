<script setup lang="ts">
import type { JudgedPerson, PacketsView, Preview } from '@lodge/core'
import { computed, defineAsyncComponent, onBeforeUnmount, reactive, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { ask, type ApiError } from '../api/client.ts'
import type { RunView } from '../api/types.ts'
import { countVerdicts, emptyDefaults, defaultsOf, sendable, VERDICTS } from '../logic/arrivals.ts'
import ListAndSheet from '../parts/ListAndSheet.vue'
import ProblemList from '../parts/ProblemList.vue'
import RunReport from '../parts/RunReport.vue'
import VirtualList from '../parts/VirtualList.vue'
import ViewHead from '../parts/ViewHead.vue'
import { useChoices } from '../state/choices.ts'
import { useFetched } from '../state/fetched.ts'
import { useSession } from '../state/session.ts'

const EffectBlocks = defineAsyncComponent(() => import('../docket/EffectBlocks.vue'))

// Many people at once: a list as people have it, each row with its verdict, one preview of all, sent as one run.
const KEPT = 'lodge-arrivals'
const PAUSE_MILLISECONDS = 350
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const { choices, roles, places } = useChoices()
const { data: known } = useFetched<PacketsView>(() => session.path('/packets'))
// What was pasted outlives a reload of this tab, and nothing more.
const text = ref(sessionStorage.getItem(KEPT) ?? '')
const rows = ref<(JudgedPerson & { id: string })[]>([])
const only = ref<string | null>(null)
const editing = ref('')
const form = reactive(emptyDefaults())
const preview = ref<(Preview & { digest: string }) | null>(null)
const error = ref<ApiError | null>(null)
const problem = ref<string | null>(null)
const busy = ref(false)
const runId = ref(String(route.params.runId ?? '') || crypto.randomUUID())
const run = ref<RunView | null>(null)
let timer: ReturnType<typeof setTimeout> | undefined
let turn = 0

const counts = computed(() => countVerdicts(rows.value))
const shown = computed(() => (only.value ? rows.value.filter((row) => row.verdict === only.value) : rows.value))
const going = computed(() => (counts.value.new ?? 0) + (counts.value['here-before'] ?? 0))
const packets = computed(() => [
  { value: '', text: t('packets.byHand') },
  ...(known.value?.packets ?? []).map(({ id, name }) => ({ value: id, text: name })),
])
const seats = computed(() => [
  { value: '', text: t('invite.noSeat') },
  ...(choices.value?.seats ?? []).map((seat) => ({
    value: `${seat.product}/${seat.seatType}`,
    text: [`${seat.name}, ${seat.price}`, seat.room].filter(Boolean).join(', '),
  })),
])
const kinds = (['staff', 'contractor', 'client'] as const).map((value) => ({ value, text: t(`kind.${value}`) }))
const standings = (['member', 'guest'] as const).map((value) => ({ value, text: t(`standing.${value}`) }))

async function working(work: (mine: number) => Promise<void>): Promise<void> {
  const mine = ++turn
  busy.value = true
  error.value = null
  try {
    await work(mine)
  } catch (failure) {
    if (mine === turn) error.value = failure as ApiError
  } finally {
    if (mine === turn) busy.value = false
  }
}

function later(work: () => Promise<void>): void {
  clearTimeout(timer)
  timer = setTimeout(() => void work(), PAUSE_MILLISECONDS)
}

const read = () =>
  working(async (mine) => {
    sessionStorage.setItem(KEPT, text.value)
    if (text.value.trim() === '') {
      rows.value = []
      preview.value = null
      problem.value = null
      return
    }
    const answer = await ask<{ people: JudgedPerson[]; problem: string | null }>(
      'POST',
      session.path('/arrival-lists/read'),
      { text: text.value },
    )
    if (mine !== turn) return
    problem.value = answer.problem
    take(answer.people)
    if (answer.people.length > 0) await look()
  })

function take(people: readonly JudgedPerson[]): void {
  rows.value = people.map((one, at) => ({ ...one, id: String(at) }))
}

/** Judges the rows as they stand and shows what inviting them would do. */
const look = () =>
  working(async (mine) => {
    const body = {
      rows: sendable(rows.value),
      defaults: defaultsOf(form, known.value?.packets ?? []),
      runId: runId.value,
    }
    const answer = await ask<{ people: JudgedPerson[]; preview: Preview & { digest: string } }>(
      'POST',
      session.path('/arrival-lists/preview'),
      body,
    )
    if (mine !== turn) return
    take(answer.people)
    preview.value = answer.preview
  })

watch(text, () => later(read))
watch(form, () => rows.value.length > 0 && later(look))
watch(
  () => form.kind,
  (kind) => (form.standing = kind === 'staff' ? 'member' : 'guest'),
)
watch(known, (packetsView, before) => packetsView && !before && rows.value.length > 0 && later(look))
if (text.value) void read()

async function drop(event: DragEvent): Promise<void> {
  const [file] = event.dataTransfer?.files ?? []
  if (file) text.value = await file.text()
}

async function choose(event: Event): Promise<void> {
  const [file] = (event.target as HTMLInputElement).files ?? []
  if (file) text.value = await file.text()
}

function mend(row: JudgedPerson, field: 'name' | 'email', event: Event): void {
  row[field] = (event.target as HTMLInputElement).value
  later(look)
}

const send = () =>
  working(async () => {
    const body = {
      rows: sendable(rows.value),
      defaults: defaultsOf(form, known.value?.packets ?? []),
      runId: runId.value,
      digest: preview.value!.digest,
    }
    try {
      await ask('POST', session.path('/arrival-lists/send'), body)
    } catch (failure) {
      const moved = failure as ApiError
      if (moved.code === 'moved') preview.value = moved.body.preview as typeof preview.value
      throw failure
    }
    sessionStorage.removeItem(KEPT)
    await router.replace({ name: 'arrivals', params: { runId: runId.value } })
    void follow()
  })

/** The run goes on whether or not this page is open; opened again by its address it is found again. */
async function follow(): Promise<void> {
  for (;;) {
    const state = await ask<RunView>('GET', session.path(`/runs/${runId.value}`)).catch(() => null)
    if (!state || left) return
    run.value = state
    if (state.state === 'done') return
    await new Promise((resolve) => setTimeout(resolve, 700))
  }
}
let left = false
onBeforeUnmount(() => {
  left = true
  clearTimeout(timer)
})
if (route.params.runId) void follow()

async function anew(): Promise<void> {
  run.value = null
  rows.value = []
  text.value = ''
  preview.value = null
  runId.value = crypto.randomUUID()
  await router.replace({ name: 'arrivals', params: { runId: '' } })
}
</script>

<template>
  <RunReport v-if="run" :run="run" @anew="anew" />
  <ListAndSheet v-else :open="true">
    <template #list>
      <ViewHead :title="t('arrivals.title')" :count="rows.length || undefined">
        <RouterLink :to="{ name: 'people' }">{{ t('people.title') }}</RouterLink>
      </ViewHead>
      <div class="paste" @dragover.prevent @drop.prevent="drop">
        <label for="arrivals-text">{{ t('arrivals.paste') }}</label>
        <textarea
          id="arrivals-text"
          v-model="text"
          class="form-control"
          :rows="rows.length > 0 ? 3 : 9"
          :placeholder="t('arrivals.example')"
          spellcheck="false"
        ></textarea>
        <p class="muted hint">
          {{ t('arrivals.forms') }}
          <label class="file"
            >{{ t('arrivals.file') }}
            <input type="file" class="visually-hidden" accept=".csv,.tsv,.txt,.vcf,text/*" @change="choose"
          /></label>
        </p>
      </div>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <ProblemList v-if="error" :problems="[{ code: error.code, sentence: error.message }]" />
      <template v-if="rows.length > 0">
        <div class="chips" role="group" :aria-label="t('arrivals.verdicts')">
          <button
            v-for="one in VERDICTS.filter((verdict) => counts[verdict])"
            :key="one"
            type="button"
            class="btn btn-sm"
            :class="only === one ? 'btn-primary' : 'btn-outline-primary'"
            :aria-pressed="only === one"
            @click="only = only === one ? null : one"
          >
            {{ t(`arrivals.verdict.${one}`) }} {{ counts[one] }}
          </button>
        </div>
        <VirtualList
          class="rows"
          role="grid"
          :rows="shown"
          :chosen-id="editing"
          :label="t('arrivals.title')"
          @choose="editing = $event.id"
          @close="editing = ''"
        >
          <template #head>
            <span>{{ t('arrivals.line') }}</span>
            <span>{{ t('people.name') }}</span>
            <span>{{ t('invite.email') }}</span>
            <span>{{ t('arrivals.what') }}</span>
          </template>
          <template #row="{ row }">
            <span role="gridcell" class="muted">{{ row.line }}</span>
            <template v-if="editing === row.id">
              <span role="gridcell"
                ><input
                  class="form-control form-control-sm"
                  :value="row.name"
                  :aria-label="t('people.name')"
                  @keydown.stop
                  @click.stop
                  @change="mend(row, 'name', $event)"
              /></span>
              <span role="gridcell"
                ><input
                  class="form-control form-control-sm"
                  :value="row.email"
                  :aria-label="t('invite.email')"
                  @keydown.stop
                  @click.stop
                  @change="mend(row, 'email', $event)"
              /></span>
            </template>
            <template v-else>
              <span role="gridcell"
                ><strong>{{ row.name }}</strong></span
              >
              <span role="gridcell">{{ row.email }}</span>
            </template>
            <span
              role="gridcell"
              :class="{ oxblood: ['unreadable', 'refused'].includes(row.verdict) }"
              :title="row.sentence ?? undefined"
              >{{ row.sentence ?? t(`arrivals.verdict.${row.verdict}`) }}</span
            >
          </template>
          <template #none>{{ t('people.none') }}</template>
        </VirtualList>
        <p class="muted hint">{{ t('arrivals.mend') }}</p>
      </template>
    </template>
    <template #sheet>
      <h2>{{ t('arrivals.gets') }}</h2>
      <p class="muted">{{ t('arrivals.byColumn') }}</p>
      <BFormGroup v-if="packets.length > 1" :label="t('packets.start')" label-for="arrivals-packet">
        <BFormSelect id="arrivals-packet" v-model="form.packetId" :options="packets" />
      </BFormGroup>
      <template v-if="!form.packetId">
        <div class="pair">
          <BFormGroup :label="t('invite.kind')" label-for="arrivals-kind">
            <BFormSelect id="arrivals-kind" v-model="form.kind" :options="kinds" />
          </BFormGroup>
          <BFormGroup :label="t('invite.standing')" label-for="arrivals-standing">
            <BFormSelect id="arrivals-standing" v-model="form.standing" :options="standings" />
          </BFormGroup>
        </div>
        <BFormGroup :label="t('invite.role')" label-for="arrivals-role">
          <BFormSelect
            id="arrivals-role"
            v-model="form.roleId"
            :options="[{ value: '', text: t('invite.none') }, ...roles]"
          />
        </BFormGroup>
        <BFormGroup :label="t('invite.place')" label-for="arrivals-place">
          <BFormSelect
            id="arrivals-place"
            v-model="form.placeId"
            :options="[{ value: '', text: t('give.choose') }, ...places]"
          />
        </BFormGroup>
        <BFormGroup :label="t('invite.seat')" label-for="arrivals-seat">
          <BFormSelect id="arrivals-seat" v-model="form.seat" :options="seats" />
        </BFormGroup>
      </template>
      <div class="pair">
        <BFormGroup :label="t('invite.from')" label-for="arrivals-from">
          <BFormInput id="arrivals-from" v-model="form.from" type="date" />
        </BFormGroup>
        <BFormGroup :label="t('invite.until')" label-for="arrivals-until">
          <BFormInput id="arrivals-until" v-model="form.until" type="date" />
        </BFormGroup>
      </div>
      <BFormGroup :label="t('invite.line')" label-for="arrivals-line">
        <BFormInput id="arrivals-line" v-model="form.line" maxlength="400" :placeholder="t('invite.optional')" />
      </BFormGroup>
      <template v-if="preview && rows.length > 0">
        <EffectBlocks :preview="preview" />
        <BButton variant="primary" class="send" :disabled="busy || going === 0" @click="send">{{
          t('arrivals.send', { count: going })
        }}</BButton>
      </template>
      <p v-if="busy" class="muted" role="status">{{ t('docket.reading') }}</p>
    </template>
  </ListAndSheet>
</template>

<style scoped>
.paste label {
  font-size: 12.5px;
  font-weight: 600;
}
.paste .file {
  color: var(--green);
  text-decoration: underline;
  cursor: pointer;
}
.hint {
  font-size: 12.5px;
  margin: 4px 0 0;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.rows {
  --columns: 34px minmax(90px, 1fr) minmax(120px, 1.3fr) minmax(110px, 1.4fr);
}
.pair {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 10px;
}
.send {
  width: 100%;
  margin-top: 12px;
}
.problem {
  color: var(--ox);
}
textarea {
  font-family: ui-monospace, monospace;
  font-size: 12.5px;
}
</style>
