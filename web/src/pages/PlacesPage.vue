<script setup lang="ts">
import type { PlaceView } from '@lodge/core'
import { useVirtualizer } from '@tanstack/vue-virtual'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { shownPlaces } from '../logic/lists.ts'
import WallMark from '../marks/WallMark.vue'
import PlaceSheet from '../parts/PlaceSheet.vue'
import { useFetched } from '../state/fetched.ts'
import { useSession } from '../state/session.ts'

const ROW_PIXELS = 36
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const { data } = useFetched<{ places: PlaceView[] }>(() => session.path('/places'))
const list = useTemplateRef<HTMLDivElement>('list')
const folded = ref(new Set<string>())
const text = ref('')
const at = ref(0)
const chosenId = computed(() => String(route.params.placeId ?? ''))
const places = computed(() => shownPlaces(data.value?.places ?? [], folded.value, text.value))
const parents = computed(() => new Set((data.value?.places ?? []).map((place) => place.parentId)))
const rows = useVirtualizer(
  computed(() => ({
    count: places.value.length,
    getScrollElement: () => list.value,
    estimateSize: () => ROW_PIXELS,
    overscan: 12,
  })),
)

// At first the clients show, their insides folded, but for the way to the chosen place.
watch(data, (now, before) => {
  if (before || !now) return
  const byId = new Map(now.places.map((place) => [place.id, place]))
  const onWay = new Set<string>()
  for (let one = byId.get(chosenId.value); one; one = byId.get(one.parentId ?? '')) onWay.add(one.id)
  const top = now.places.filter((place) => place.depth === 1 || place.depth === 2)
  folded.value = new Set(top.filter((place) => !onWay.has(place.id)).map((place) => place.id))
})
watch([chosenId, places], () => {
  const index = places.value.findIndex((place) => place.id === chosenId.value)
  if (index >= 0) at.value = index
})

function choose(place: PlaceView | undefined): void {
  if (place) void router.push({ name: 'places', params: { placeId: place.id } })
}

function fold(place: PlaceView | undefined, close: boolean): void {
  if (!place || !parents.value.has(place.id)) return
  if (close) folded.value.add(place.id)
  else folded.value.delete(place.id)
}

function move(by: number): void {
  at.value = Math.max(0, Math.min(places.value.length - 1, at.value + by))
  rows.value.scrollToIndex(at.value)
}

function close(): void {
  void router.push({ name: 'places', params: { placeId: '' } })
}
</script>

<template>
  <div class="two" :class="{ chosen: chosenId }">
    <section class="list-side">
      <h1>
        {{ t('places.title') }} <span class="count">{{ data ? data.places.length - 1 : '' }}</span>
      </h1>
      <BFormInput
        v-model="text"
        type="search"
        :placeholder="t('places.filter')"
        :aria-label="t('places.filter')"
        class="filter"
      />
      <div class="sheet table">
        <div class="row head" aria-hidden="true">
          <span>{{ t('people.name') }}</span><span class="number">{{ t('places.people') }}</span>
        </div>
        <div
          ref="list"
          class="scroll"
          role="tree"
          tabindex="0"
          :aria-label="t('places.title')"
          :aria-activedescendant="places[at] ? `place-${places[at]!.id}` : undefined"
          @keydown.down.prevent="move(1)"
          @keydown.up.prevent="move(-1)"
          @keydown.right.prevent="fold(places[at], false)"
          @keydown.left.prevent="fold(places[at], true)"
          @keydown.enter.prevent="choose(places[at])"
          @keydown.esc.prevent="close"
        >
          <div :style="{ height: `${rows.getTotalSize()}px`, position: 'relative' }" role="presentation">
            <div
              v-for="item in rows.getVirtualItems()"
              :id="`place-${places[item.index]!.id}`"
              :key="places[item.index]!.id"
              class="row"
              role="treeitem"
              :aria-level="places[item.index]!.depth + 1"
              :aria-selected="places[item.index]!.id === chosenId"
              :aria-expanded="parents.has(places[item.index]!.id) ? !folded.has(places[item.index]!.id) : undefined"
              :class="{ on: places[item.index]!.id === chosenId, at: item.index === at }"
              :style="{
                transform: `translateY(${item.start}px)`,
                paddingLeft: `${12 + places[item.index]!.depth * 20}px`,
              }"
              @click="choose(places[item.index])"
            >
              <span class="name">
                <span
                  v-if="parents.has(places[item.index]!.id)"
                  class="fold"
                  aria-hidden="true"
                  @click.stop="fold(places[item.index], !folded.has(places[item.index]!.id))"
                  >{{ folded.has(places[item.index]!.id) && !text ? '▸' : '▾' }}</span><span v-else class="fold"></span>
                <WallMark v-if="places[item.index]!.walled" />
                <span :class="{ strong: places[item.index]!.depth === 1 }">{{ places[item.index]!.name }}</span>
                <small class="muted">{{ places[item.index]!.reference }}</small>
              </span>
              <span class="number">{{ places[item.index]!.people || '' }}</span>
            </div>
          </div>
          <p v-if="data && places.length === 0" class="none muted">{{ t('places.none') }}</p>
        </div>
      </div>
    </section>
    <PlaceSheet v-if="chosenId" :key="chosenId" :place-id="chosenId" class="sheet side" @close="close" />
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 16px;
  height: 100%;
}
.two.chosen {
  grid-template-columns: minmax(0, 1fr) minmax(0, 400px);
}
.list-side {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
}
h1 {
  margin-bottom: 10px;
}
.count {
  font: 400 16px 'Public Sans Variable';
  color: var(--ink-2);
}
.filter {
  margin-bottom: 10px;
}
.table {
  display: flex;
  flex-direction: column;
  min-height: 0;
  overflow: hidden;
}
.scroll {
  overflow-y: auto;
  scrollbar-gutter: stable;
  min-height: 72px;
}
.scroll:focus-visible {
  outline-offset: -2px;
}
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 70px;
  align-items: center;
  height: 36px;
  padding: 0 14px 0 12px;
  border-bottom: 1px solid var(--line-soft);
  white-space: nowrap;
}
.scroll .row {
  position: absolute;
  inset: 0 0 auto;
  cursor: pointer;
}
.head {
  font-size: 12px;
  font-weight: 600;
  color: var(--ink-2);
  flex: none;
  overflow: hidden;
  scrollbar-gutter: stable;
}
.row.on {
  background: var(--green-soft);
}
.scroll:focus-visible .row.at {
  box-shadow: inset 3px 0 0 var(--slate);
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
}
.fold {
  display: inline-block;
  width: 18px;
  color: var(--ink-2);
}
.strong {
  font-weight: 600;
}
.name small {
  margin-left: 8px;
}
.number {
  text-align: right;
}
.side {
  overflow-y: auto;
  padding: 16px;
  min-height: 0;
}
.none {
  padding: 10px 14px;
}
@media (max-width: 800px) {
  .two.chosen {
    grid-template-columns: minmax(0, 1fr);
  }
  .two.chosen .list-side {
    display: none;
  }
}
</style>
