<script setup lang="ts">
import type { PlaceView } from '@lodge/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { shownPlaces } from '../../logic/lists.ts'
import WallMark from '../../marks/WallMark.vue'
import ListAndSheet from '../../basics/ListAndSheet.vue'
import LayOutPanel from './LayOutPanel.vue'
import PlaceSheet from './PlaceSheet.vue'
import VirtualList from '../../basics/VirtualList.vue'
import ViewHead from '../../basics/ViewHead.vue'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import NotYet from '../../basics/NotYet.vue'

const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const docket = useDocket()
const { data, error, again } = useFetched<{ places: PlaceView[]; mayMake: boolean }>(() => session.path('/places'))
const folded = ref(new Set<string>())
const text = ref('')
const chosenId = computed(() => String(route.params.placeId ?? ''))
const layingOut = computed(() => route.query.layout === '1')
const mayLayOut = computed(() => data.value?.mayMake ?? false)
const places = computed(() => shownPlaces(data.value?.places ?? [], folded.value, text.value))
const parents = computed(() => new Set((data.value?.places ?? []).map((place) => place.parentId)))

// At first the clients show, their insides folded, but for the way to the chosen place.
watch(data, (now, before) => {
  if (before || !now) return
  const byId = new Map(now.places.map((place) => [place.id, place]))
  const onWay = new Set<string>()
  for (let one = byId.get(chosenId.value); one; one = byId.get(one.parentId ?? '')) onWay.add(one.id)
  const inside = now.places.filter((place) => place.depth > 0 && !onWay.has(place.id))
  folded.value = new Set(inside.map((place) => place.id))
})

function isFolded(place: PlaceView): boolean {
  return folded.value.has(place.id) && text.value === ''
}

function attributesOf(place: PlaceView): Record<string, unknown> {
  const expanded = parents.value.has(place.id) ? !isFolded(place) : undefined
  return {
    'aria-level': place.depth + 1,
    'aria-expanded': expanded,
    class: { lifted: lifted.value?.id === place.id, target: target.value === place.id, archived: place.archived },
    draggable: place.parentId !== null,
    onDragstart: () => (lifted.value = place),
    onDragend: drop,
    onDragover: (event: DragEvent) => {
      event.preventDefault()
      target.value = place.id
    },
    onDrop: () => putInto(place),
  }
}

/** The place picked up to be moved, by dragging or with x and v. */
const lifted = ref<PlaceView | null>(null)
const target = ref('')

function drop(): void {
  lifted.value = null
  target.value = ''
}

function putInto(place: PlaceView): void {
  const moved = lifted.value
  drop()
  if (moved && moved.id !== place.id && moved.parentId !== place.id) {
    docket.hold([{ type: 'move-place', placeId: moved.id, parentId: place.id }])
  }
}

function onKey(key: string, place: PlaceView): void {
  if (key === 'x' && place.parentId !== null) lifted.value = place
  else if (key === 'v') putInto(place)
}

function choose(place: PlaceView): void {
  void router.push({ name: 'places', params: { placeId: place.id } })
}

function fold(place: PlaceView, shut: boolean): void {
  if (!parents.value.has(place.id)) return
  if (shut) folded.value.add(place.id)
  else folded.value.delete(place.id)
}

function close(): void {
  void router.push({ name: 'places', params: { placeId: '' } })
}
</script>

<template>
  <ListAndSheet :open="chosenId !== '' || layingOut">
    <template #list>
      <ViewHead :title="t('places.title')" :count="data ? data.places.length - 1 : undefined">
        <RouterLink :to="{ name: 'grid' }">{{ t('grid.title') }}</RouterLink>
        <BButton
          v-if="mayLayOut"
          variant="outline-primary"
          @click="router.push({ name: 'places', params: { placeId: '' }, query: { layout: '1' } })"
          >{{ t('layOut.open') }}</BButton
        >
      </ViewHead>
      <BFormInput v-model="text" type="search" :placeholder="t('places.filter')" :aria-label="t('places.filter')" />
      <VirtualList
        class="places"
        role="tree"
        :rows="places"
        :chosen-id="chosenId"
        :label="t('places.title')"
        :attributes-of="attributesOf"
        @choose="choose"
        @fold="fold"
        @close="lifted ? drop() : close()"
        @key="onKey"
      >
        <template #head>
          <span>{{ t('people.name') }}</span>
          <span class="number">{{ t('places.people') }}</span>
        </template>
        <template #row="{ row }">
          <span :style="{ paddingLeft: `${row.depth * 20}px` }">
            <span v-if="parents.has(row.id)" class="fold" aria-hidden="true" @click.stop="fold(row, !isFolded(row))">{{
              isFolded(row) ? '▸' : '▾'
            }}</span>
            <span v-else class="fold"></span>
            <WallMark v-if="row.walled" />
            <span :class="{ strong: row.depth === 1 }">{{ row.name }}</span>
            <small class="muted">{{ row.reference }}</small>
          </span>
          <span class="number">{{ row.people || '' }}</span>
        </template>
        <template #none>
          <template v-if="data">{{ t('places.none') }}</template>
          <NotYet v-else :error="error" :again="again" />
        </template>
      </VirtualList>
      <p v-if="data && data.places.length <= 1" class="muted">{{ t('places.noneYet') }}</p>
      <p v-else class="muted keys" role="status">
        {{ lifted ? t('places.lifted', { name: lifted.name }) : t('places.keys') }}
      </p>
    </template>
    <template #sheet>
      <LayOutPanel v-if="layingOut && data" :parent-id="data.places[0]?.id ?? ''" @close="close" />
      <PlaceSheet v-else :key="chosenId" :place-id="chosenId" @close="close" />
    </template>
  </ListAndSheet>
</template>

<style scoped>
.places :deep(.lifted) {
  opacity: 0.5;
}
.places :deep(.target) {
  background: var(--brass-soft);
}
.places :deep(.archived) {
  color: var(--ink-2);
  text-decoration: line-through;
}
.keys {
  margin: 0;
  font-size: 12.5px;
}
.places {
  --columns: minmax(0, 1fr) 126px;
}
.fold {
  display: inline-block;
  width: 18px;
  color: var(--ink-2);
}
.strong {
  font-weight: 600;
}
small {
  margin-left: 8px;
}
.number {
  text-align: right;
}
</style>
