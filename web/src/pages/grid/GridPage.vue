<script setup lang="ts">
import type { GridView } from '@lodge/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { ask } from '../../api/client.ts'
import { bytesOf, Lines, marksOf, TileStore, type Tile } from '../../logic/grid.ts'
import CellSheet from './CellSheet.vue'
import ListAndSheet from '../../basics/ListAndSheet.vue'
import ReachGrid from './ReachGrid.vue'
import ViewHead from '../../basics/ViewHead.vue'
import { useChoices } from '../../state/choices.ts'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useLive } from '../../state/live.ts'
import { useSession } from '../../state/session.ts'
import NotYet from '../../basics/NotYet.vue'

// Who reaches what: people by places. The address holds what is asked, so that a link shows the same.
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const docket = useDocket()
const live = useLive()
const folded = ref(new Set<string>())
const turn = ref(0)
const brushing = ref(false)
const { roles } = useChoices({ when: () => brushing.value })
const mode = ref<'give' | 'take'>('give')
const roleId = ref('')
let strokes = 0

const one = (name: string) => String(route.query[name] ?? '')
const area = computed(() => one('area') || null)
const group = computed(() => one('group') || 'kind')
const chosen = computed(() => {
  const [personId, placeId] = one('cell').split('.')
  return personId && placeId ? { personId, placeId } : null
})
const question = computed(() => {
  const words = new URLSearchParams()
  for (const name of ['area', 'group', 'find', 'open', 'under']) {
    if (route.query[name] !== undefined) words.set(name, one(name))
  }
  return words.toString()
})
const pathOf = (rest: string) => session.path(`/grid${rest}${question.value ? `?${question.value}` : ''}`)
const { data: view, error, again } = useFetched<GridView>(() => pathOf(''))
const lines = computed(() => new Lines(view.value?.groups ?? [], folded.value))
const marks = computed(() => marksOf(docket.preview?.access.effects ?? [], area.value))
const tiles = shallowRef(makeTiles())

function makeTiles(): TileStore {
  const path = question.value ? `?${question.value}` : ''
  return new TileStore(
    async (row, column): Promise<Tile> => {
      const tile = await ask<{ rows: Tile['rows']; cells: string }>(
        'GET',
        session.path(`/grid/tiles/${row}/${column}${path}`),
      )
      return { rows: tile.rows, cells: bytesOf(tile.cells) }
    },
    () => (turn.value += 1),
  )
}
watch([question, () => live.turn], () => (tiles.value = makeTiles()))

function put(changes: Record<string, string | undefined>): void {
  void router.replace({ query: { ...route.query, ...changes } })
}

function foldGroup(key: string): void {
  const next = new Set(folded.value)
  if (!next.delete(key)) next.add(key)
  folded.value = next
}

function foldAll(): void {
  const all = view.value?.groups.map((one) => one.key) ?? []
  folded.value = folded.value.size === all.length ? new Set() : new Set(all)
}

function foldColumn(placeId: string): void {
  const open = new Set(view.value?.columns.filter((column) => column.open).map((column) => column.id))
  if (!open.delete(placeId)) open.add(placeId)
  put({ open: [...open].join() })
}

function foldColumns(all: boolean): void {
  put({ open: all ? 'all' : '' })
}

function look(personId: string, placeId: string): void {
  put({ cell: `${personId}.${placeId}` })
}

function close(): void {
  put({ cell: undefined })
}

async function brushed(personIds: string[], placeIds: string[]): Promise<void> {
  strokes += 1
  const filling =
    mode.value === 'give'
      ? { kind: 'give-many', subjects: personIds.map((id) => ({ kind: 'person', id })), placeIds, roleId: roleId.value }
      : { kind: 'take-many', personIds, placeIds, ...(roleId.value ? { roleId: roleId.value } : {}) }
  await docket.fill(filling, `brush ${strokes}`)
}

let typing: ReturnType<typeof setTimeout> | undefined
function search(event: Event): void {
  const { value } = event.target as HTMLInputElement
  clearTimeout(typing)
  typing = setTimeout(() => put({ find: value || undefined }), 250)
}

const areas = computed(() => [
  { value: '', text: t('grid.highest') },
  ...(view.value?.areas ?? []).map((one) => ({ value: one.key, text: `${one.product}: ${one.name}` })),
])
const groupings = ['kind', 'employer', 'group', 'manager'].map((value) => ({ value, text: t(`grid.by.${value}`) }))
const under = computed(() => {
  const ids = one('under').split(',').filter(Boolean)
  return (view.value?.columns ?? []).filter((column) => ids.includes(column.id))
})

function dropUnder(placeId: string): void {
  const rest = under.value.filter((column) => column.id !== placeId).map((column) => column.id)
  put({ under: rest.join() || undefined })
}

const mayBrush = computed(() => brushing.value && (mode.value === 'take' || roleId.value !== ''))
</script>

<template>
  <ListAndSheet :open="chosen !== null">
    <template #list>
      <ViewHead :title="t('grid.title')">
        <RouterLink :to="{ name: 'places' }">{{ t('places.title') }}</RouterLink>
        <RouterLink :to="{ name: 'statements' }">{{ t('statement.all') }}</RouterLink>
        <a :href="pathOf('/file.csv')" download>{{ t('grid.csv') }}</a>
        <BButton
          v-if="view?.mayGive"
          :variant="brushing ? 'primary' : 'outline-primary'"
          :aria-pressed="brushing"
          class="brush-button"
          @click="brushing = !brushing"
          >{{ t('grid.brush') }}</BButton
        >
      </ViewHead>
      <div class="bar">
        <BFormSelect
          :model-value="area ?? ''"
          :options="areas"
          :aria-label="t('grid.area')"
          @update:model-value="put({ area: String($event) || undefined })"
        />
        <BFormSelect
          :model-value="group"
          :options="groupings"
          :aria-label="t('grid.grouping')"
          @update:model-value="put({ group: String($event) })"
        />
        <input
          class="form-control"
          type="search"
          :value="one('find')"
          :placeholder="t('grid.find')"
          :aria-label="t('grid.find')"
          @input="search"
        />
        <button v-for="column in under" :key="column.id" type="button" class="chip" @click="dropUnder(column.id)">
          {{ column.name }} ×<span class="visually-hidden">{{ t('grid.dropUnder') }}</span>
        </button>
      </div>
      <div v-if="brushing" class="bar brush-bar" role="group" :aria-label="t('grid.brush')">
        <BFormSelect
          v-model="mode"
          :options="[
            { value: 'give', text: t('grid.give') },
            { value: 'take', text: t('grid.take') },
          ]"
          :aria-label="t('grid.mode')"
        />
        <BFormSelect
          v-model="roleId"
          :options="[{ value: '', text: mode === 'give' ? t('give.choose') : t('grid.anyRole') }, ...roles]"
          :aria-label="t('give.role')"
        />
        <span class="muted">{{ mayBrush ? t('grid.brushHelp') : t('grid.chooseRole') }}</span>
      </div>
      <template v-if="view">
        <div class="counts muted">
          <span>{{
            t('grid.counts', { people: view.people, columns: view.columns.length, places: view.places })
          }}</span>
          <button type="button" class="btn btn-quiet btn-sm" @click="foldAll">{{ t('grid.foldRows') }}</button>
          <button type="button" class="btn btn-quiet btn-sm" @click="foldColumns(false)">
            {{ t('grid.foldColumns') }}
          </button>
          <button type="button" class="btn btn-quiet btn-sm" @click="foldColumns(true)">
            {{ t('grid.openColumns') }}
          </button>
        </div>
        <p v-if="view.rows === 0 || view.columns.length === 0" class="sheet none muted">{{ t('grid.empty') }}</p>
        <ReachGrid
          v-else
          :view="view"
          :lines="lines"
          :tiles="tiles"
          :turn="turn"
          :marks="marks"
          :brush="mayBrush"
          :chosen="chosen"
          :label="t('grid.title')"
          @open="look"
          @fold-group="foldGroup"
          @fold-column="foldColumn"
          @brushed="brushed"
          @close="close"
        />
        <p v-if="view.rows > 0 && view.columns.length > 0" class="legend muted">
          <span>{{ t('grid.letters') }}</span>
          <span><i class="gives"></i>{{ t('grid.legendGives') }}</span>
          <span><i class="takes"></i>{{ t('grid.legendTakes') }}</span>
          <span><i class="absent"></i>{{ t('grid.legendAbsent') }}</span>
          <span><i class="mat"></i>{{ t('grid.legendOnceIn') }}</span>
          <span><i class="hollow"></i>{{ t('grid.legendHeld') }}</span>
          <span><i class="corner"></i>{{ t('grid.legendApproval') }}</span>
        </p>
      </template>
      <NotYet v-else :error="error" :again="again" />
    </template>
    <template #sheet>
      <CellSheet
        v-if="chosen"
        :key="`${chosen.personId}.${chosen.placeId}.${area}`"
        :person-id="chosen.personId"
        :place-id="chosen.placeId"
        :area="area"
        @close="close"
      />
    </template>
  </ListAndSheet>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.bar > select,
.bar > input {
  width: auto;
  max-width: 230px;
}
.bar > input {
  flex: 1;
}
.chip {
  border: 1px solid var(--green-line);
  border-radius: 4px;
  background: var(--green-soft);
  color: var(--ink);
  padding: 3px 10px;
}
.counts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  font-size: 12.5px;
}
.none {
  padding: 14px;
}
.legend {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  margin: 0;
  font-size: 12.5px;
}
.legend i {
  display: inline-block;
  width: 12px;
  height: 12px;
  margin-right: 6px;
  vertical-align: -1px;
}
.gives {
  border: 2px solid var(--brass);
}
.takes {
  border: 2px dashed var(--ox);
}
.absent {
  background: repeating-linear-gradient(-45deg, var(--slate) 0 2px, transparent 2px 4px);
}
.mat {
  border-bottom: 2px dotted var(--brass);
}
.hollow {
  border: 1px solid var(--green);
}
.corner {
  background: linear-gradient(to bottom left, var(--brass) 50%, transparent 50%);
}
</style>
