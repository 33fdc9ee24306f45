<script setup lang="ts">
import type { JudgedPerson, PacketsView } from '@lodge/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { countVerdicts, VERDICTS } from '../../logic/arrivals.ts'
import ListAndSheet from '../../basics/ListAndSheet.vue'
import ProblemList from '../../basics/ProblemList.vue'
import RunReport from '../../basics/RunReport.vue'
import VirtualList from '../../basics/VirtualList.vue'
import ViewHead from '../../basics/ViewHead.vue'
import { useArrivals } from '../../state/arrivals.ts'
import { useChoices } from '../../state/choices.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import DateField from '../../basics/DateField.vue'
import PickOne from '../../basics/PickOne.vue'
import MendCell from './MendCell.vue'

const EffectBlocks = defineAsyncComponent(() => import('../../docket/EffectBlocks.vue'))

// Many people at once: a list as people have it, each row with its verdict, one preview of all, sent as one run.
const { t } = useI18n()
const session = useSession()
const { choices, roles, places } = useChoices()
const { data: known } = useFetched<PacketsView>(() => session.path('/packets'))
const list = useArrivals(() => known.value?.packets ?? [])
const { text, rows, form, preview, error, problem, busy, run } = list
const only = ref<string | null>(null)
const editing = ref('')
watch(known, (now, before) => now && !before && list.lookLater())

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

async function take(files: FileList | null | undefined): Promise<void> {
  const [file] = files ?? []
  if (file) text.value = await file.text()
}

/** The row that is being mended, and those whose cell says the same. */
const mending = computed(() => rows.value.find((row) => row.id === editing.value && row.cell))
const alike = computed(() => {
  const row = mending.value
  const column = row?.cell?.column
  return row && column ? rows.value.filter((one) => one.cells[column] === row.cells[column]) : []
})
const forAll = ref(true)

/** Puts something else into the cell that could not be followed, in all rows like it if wished; empty takes it out. */
function mendCell(text: string): void {
  const row = mending.value
  const column = row?.cell?.column
  if (!row || !column) return
  for (const { cells } of forAll.value ? alike.value : [row]) {
    if (text.trim() === '') delete cells[column]
    else cells[column] = text.trim()
  }
  editing.value = ''
  list.lookLater()
}

function mend(row: JudgedPerson, field: 'name' | 'email', event: Event): void {
  row[field] = (event.target as HTMLInputElement).value
  list.lookLater()
}
</script>

<template>
  <RunReport v-if="run" :run="run" @anew="list.anew" />
  <ListAndSheet v-else open both>
    <template #list>
      <ViewHead :title="t('arrivals.title')" :count="rows.length || undefined">
        <RouterLink :to="{ name: 'people' }">{{ t('people.title') }}</RouterLink>
      </ViewHead>
      <div class="paste" @dragover.prevent @drop.prevent="take($event.dataTransfer?.files)">
        <label for="arrivals-text">{{ t('arrivals.paste') }}</label>
        <textarea
          id="arrivals-text"
          v-model="text"
          class="form-control"
          :rows="rows.length > 0 ? 6 : 16"
          :placeholder="t('arrivals.example')"
          spellcheck="false"
        ></textarea>
        <p class="muted hint">
          {{ t('arrivals.forms') }}
          <label class="file"
            >{{ t('arrivals.file') }}
            <input
              type="file"
              class="visually-hidden"
              accept=".csv,.tsv,.txt,.vcf,text/*"
              @change="take(($event.target as HTMLInputElement).files)"
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
        <MendCell
          v-if="mending?.cell"
          :key="mending.id"
          v-model:for-all="forAll"
          :row="mending"
          :cell="mending.cell"
          :alike="alike.length"
          @mend="mendCell"
        />
        <VirtualList
          class="rows"
          role="grid"
          :rows="shown"
          :chosen-id="editing"
          :label="t('arrivals.title')"
          :row-pixels="52"
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
              class="verdict"
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
          <PickOne
            id="arrivals-role"
            v-model="form.roleId"
            :options="[{ value: '', text: t('invite.none') }, ...roles]"
          />
        </BFormGroup>
        <BFormGroup :label="t('invite.place')" label-for="arrivals-place">
          <PickOne
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
          <DateField id="arrivals-from" v-model="form.from" />
        </BFormGroup>
        <BFormGroup :label="t('invite.until')" label-for="arrivals-until">
          <DateField id="arrivals-until" v-model="form.until" />
        </BFormGroup>
      </div>
      <BFormGroup :label="t('invite.line')" label-for="arrivals-line">
        <BFormInput id="arrivals-line" v-model="form.line" maxlength="400" :placeholder="t('invite.optional')" />
      </BFormGroup>
      <EffectBlocks v-if="preview && rows.length > 0" :preview="preview" />
      <div v-if="rows.length > 0" class="send">
        <p v-if="busy" class="muted" role="status">{{ t('docket.reading') }}</p>
        <BButton variant="primary" :disabled="busy || !preview || going === 0" @click="list.send">{{
          t('arrivals.send', { count: going }, going)
        }}</BButton>
      </div>
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
  --columns: 34px minmax(90px, 1fr) minmax(120px, 1.3fr) minmax(150px, 1.9fr);
}
.rows .verdict {
  font-size: 12.5px;
  line-height: 1.3;
  white-space: normal;
}
/* On a telephone the address is beneath the name, and the verdict beside both. */
@container (max-width: 480px) {
  .rows {
    --columns: 24px minmax(0, 1fr) minmax(0, 1.2fr);
    max-height: 60vh;
  }
  .rows :deep(.scroll .row) {
    row-gap: 0;
  }
  .rows :deep(.scroll .row > :nth-child(1)) {
    grid-row: 1 / span 2;
  }
  .rows :deep(.scroll .row > :nth-child(3)) {
    grid-column: 2;
    grid-row: 2;
  }
  .rows :deep(.scroll .row > :nth-child(4)) {
    grid-column: 3;
    grid-row: 1 / span 2;
  }
  .rows :deep(.head > :nth-child(3)) {
    display: none;
  }
}
.pair {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 10px;
}
.send {
  position: sticky;
  bottom: -16px;
  display: grid;
  padding: 10px 0;
  background: var(--sheet);
  border-top: 1px solid var(--line-soft);
}
.send p {
  margin: 0 0 4px;
}
.problem {
  color: var(--ox);
}
textarea {
  font-family: ui-monospace, monospace;
  font-size: 12.5px;
}
</style>
