<script setup lang="ts">
import type { PlaceSheetView } from '@lodge/core'
import { computed, reactive, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { todayIn } from '../../logic/dates.ts'
import DoorMark from '../../marks/DoorMark.vue'
import StateWord from '../../marks/StateWord.vue'
import KeyMark from '../../marks/KeyMark.vue'
import WallMark from '../../marks/WallMark.vue'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import { useChoices } from '../../state/choices.ts'
import ApproversLine from '../access/ApproversLine.vue'
import AllotmentLines from './AllotmentLines.vue'
import AskWhy from '../access/AskWhy.vue'
import ControlButton from '../../basics/ControlButton.vue'
import GivePanel from '../access/GivePanel.vue'
import GrantLines from '../access/GrantLines.vue'
import HistoryLines from './HistoryLines.vue'
import MoreActs from '../../basics/MoreActs.vue'
import SheetFacts from '../../basics/SheetFacts.vue'
import SheetHead from '../../basics/SheetHead.vue'
import PlaceFittings from './PlaceFittings.vue'
import SheetSection from '../../basics/SheetSection.vue'
import PickOne from '../../basics/PickOne.vue'
import NotYet from '../../basics/NotYet.vue'
import { must } from '@lodge/core/must'

const props = defineProps<{ placeId: string }>()
defineEmits<{ close: [] }>()
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const { data: place, error, again } = useFetched<PlaceSheetView>(() => session.path(`/places/${props.placeId}`))
const opened = ref(new Set<string>())
const editing = ref<'make' | 'rename' | 'give' | 'move' | null>(null)
const find = ref('')
const all = ref(false)
const SHOWN = 60
const form = reactive({ name: '', kind: '', reference: '' })
const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))

const facts = computed(() => {
  const one = place.value
  if (!one) return []
  const above = one.path.slice(0, -1)
  const stewards = one.stewards.map(({ name }) => name).join(', ')
  return [
    ...(above.length > 0 ? [{ name: t('places.lies'), text: above.join(' / ') }] : []),
    { name: t('places.madeKind'), text: one.kind },
    ...(one.reference ? [{ name: t('places.reference'), text: one.reference }] : []),
    { name: t('places.stewards'), text: stewards || t('places.noSteward'), aside: t('places.stewardsAbout') },
    ...(one.walled ? [{ name: t('places.wallFact'), text: t('places.wallAbout') }] : []),
  ]
})

function toggle(id: string): void {
  if (!opened.value.delete(id)) opened.value.add(id)
}

function edit(what: NonNullable<typeof editing.value>): void {
  const one = must(place.value, 'place')
  editing.value = editing.value === what ? null : what
  const fresh = { name: '', kind: one.children.length > 0 ? 'site' : 'location', reference: '' }
  if (what === 'make' || what === 'rename')
    Object.assign(form, what === 'make' ? fresh : { name: one.name, kind: one.kind, reference: one.reference ?? '' })
}

function hold(): void {
  const reference = form.reference.trim() || null
  if (editing.value === 'make')
    docket.hold(
      [{ type: 'make-place', parentId: props.placeId, name: form.name, kind: form.kind, reference }],
      `make ${props.placeId} ${form.name.trim().toLowerCase()}`,
    )
  else docket.hold([{ type: 'rename-place', placeId: props.placeId, name: form.name, reference }])
  editing.value = null
}
const { places } = useChoices()
const targets = computed(() => [
  { value: '', text: t('give.choose') },
  ...places.value.filter((one) => one.value !== props.placeId && one.value !== place.value?.parentId),
])
const outsideOnly = ref(false)
const insiders = computed(() => {
  const words = find.value.toLowerCase().split(/\s+/).filter(Boolean)
  const found = (place.value?.insiders ?? []).filter(
    (one) => (!outsideOnly.value || one.outsider) && words.every((word) => one.name.toLowerCase().includes(word)),
  )
  return all.value ? found : found.slice(0, SHOWN)
})

function keepApart(otherId: string): void {
  if (otherId) docket.hold([{ type: 'keep-apart', oneId: props.placeId, otherId }], `apart ${props.placeId} ${otherId}`)
}

function move(parentId: string): void {
  if (parentId) docket.hold([{ type: 'move-place', placeId: props.placeId, parentId }])
}
</script>

<template>
  <article>
    <NotYet v-if="!place" :error="error" :again="again" />
    <template v-if="place">
      <SheetHead :close-label="t('places.close')" @close="$emit('close')">
        <h2><WallMark v-if="place.walled" />{{ place.name }}</h2>
      </SheetHead>
      <SheetFacts :facts="facts" />
      <MoreActs>
        <ControlButton :control="place.controls.give" :aria-pressed="editing === 'give'" @click="edit('give')">{{
          t('places.give')
        }}</ControlButton>
        <RouterLink
          v-if="place.controls.invite.enabled"
          class="btn btn-outline-primary"
          :to="{ name: 'people', params: { personId: '' }, query: { invite: '1', at: placeId } }"
          >{{ t('invite.here') }}</RouterLink
        >
        <RouterLink
          v-if="place.controls.statement.enabled"
          class="btn btn-outline-primary"
          :to="{ name: 'statement', params: { placeId } }"
          >{{ t('statement.short') }}</RouterLink
        >
        <template #more>
          <ControlButton
            v-for="what in ['make', 'rename', 'move'] as const"
            :key="what"
            :control="place.controls[what]"
            :aria-pressed="editing === what"
            @click="edit(what)"
            >{{ t(`places.${what}`) }}</ControlButton
          >
          <ControlButton
            :control="place.controls.wall"
            @click="docket.hold([{ type: 'wall-place', placeId, walled: !place.walled }])"
            >{{ place.walled ? t('places.unwall') : t('places.wall') }}</ControlButton
          >
          <ControlButton
            :danger="!place.archived"
            :control="place.controls.archive"
            @click="docket.hold([{ type: 'archive-place', placeId, archived: !place.archived }])"
            >{{ place.archived ? t('places.restore') : t('places.archive') }}</ControlButton
          >
          <ControlButton
            v-if="place.controls.clientEnds.enabled"
            danger
            @click="docket.fill({ kind: 'client-ends', placeId }, `client ends ${placeId}`)"
            >{{ t('places.clientEnds') }}</ControlButton
          >
        </template>
      </MoreActs>
      <GivePanel v-if="editing === 'give'" :place-id="placeId" @close="editing = null" />
      <BFormGroup v-if="editing === 'move'" class="edit" :label="t('places.moveTo')" label-for="place-target">
        <PickOne id="place-target" :model-value="''" :options="targets" @update:model-value="move(String($event))" />
      </BFormGroup>
      <BForm v-if="editing === 'make' || editing === 'rename'" class="edit" @submit.prevent="hold">
        <BFormGroup :label="t('places.madeName')" label-for="place-name">
          <BFormInput id="place-name" v-model="form.name" maxlength="80" required autofocus />
        </BFormGroup>
        <BFormGroup v-if="editing === 'make'" :label="t('places.madeKind')" label-for="place-kind">
          <BFormInput id="place-kind" v-model="form.kind" maxlength="40" required />
        </BFormGroup>
        <BFormGroup :label="t('places.reference')" label-for="place-reference">
          <BFormInput id="place-reference" v-model="form.reference" maxlength="40" />
        </BFormGroup>
        <BButton type="submit" variant="primary">{{ t('places.save') }}</BButton>
      </BForm>

      <SheetSection v-if="place.given.length > 0" :title="t('places.givenHere')" :count="place.given.length">
        <GrantLines :grants="place.given" :today="today" changeable selectable />
      </SheetSection>
      <SheetSection v-if="place.above.length > 0" :title="t('places.fromAbove')" :count="place.above.length">
        <GrantLines :grants="place.above" :today="today" where />
      </SheetSection>
      <p v-if="place.unseen > 0" class="muted">{{ t('why.unseen') }}</p>
      <SheetSection :title="t('places.insiders')" :count="place.insiders.length">
        <p v-if="place.insiders.length === 0" class="muted">{{ t('places.nobody') }}</p>
        <label v-if="place.insiders.some((one) => one.outsider)" class="outside">
          <input v-model="outsideOnly" type="checkbox" />
          {{ t('places.outside', { count: place.insiders.filter((one) => one.outsider).length }) }}
        </label>
        <BFormInput
          v-if="place.insiders.length > 15"
          v-model="find"
          size="sm"
          type="search"
          :placeholder="t('grid.find')"
          :aria-label="t('grid.find')"
        />
        <div v-for="one in insiders" :key="one.personId" class="insider">
          <button type="button" :aria-expanded="opened.has(one.personId)" @click="toggle(one.personId)">
            <DoorMark :state="one.state" />
            <span class="name"
              >{{ one.name }}{{ ' ' }}<StateWord :state="one.state" />
              <small v-if="place.onlyHere.includes(one.personId)" class="slate">{{ t('places.onlyHere') }}</small></span
            >
            <KeyMark :level="one.highest" />
          </button>
          <ul v-if="opened.has(one.personId)">
            <AskWhy
              v-for="area in one.keys"
              :key="area.area"
              :area="area"
              :place-id="placeId"
              :person-id="one.personId"
              :today="today"
            />
            <li>
              <RouterLink :to="{ name: 'people', params: { personId: one.personId } }">{{
                t('person.sheet', { name: one.name })
              }}</RouterLink>
            </li>
          </ul>
        </div>
        <button
          v-if="!all && insiders.length < place.insiders.length && !find"
          type="button"
          class="btn btn-quiet"
          @click="all = true"
        >
          {{ t('roles.more', { count: place.insiders.length - insiders.length }) }}
        </button>
      </SheetSection>
      <SheetSection v-if="place.onceIn.length > 0" :title="t('places.onceIn')">
        <p v-for="one in place.onceIn" :key="one.personId" class="line">
          <RouterLink :to="{ name: 'people', params: { personId: one.personId } }">{{ one.name }}</RouterLink>,
          {{ one.role }}
        </p>
      </SheetSection>
      <SheetSection
        v-for="one in place.theirProducts"
        :key="one.product"
        :title="t('places.theirs', { product: one.name })"
        :count="one.people.length"
      >
        <p v-if="one.people.length === 0" class="muted">{{ t('places.theirsNobody') }}</p>
        <p v-for="person in one.people" :key="person.personId" class="line">
          <RouterLink :to="{ name: 'people', params: { personId: person.personId } }">{{ person.name }}</RouterLink>
          <small class="muted">{{ person.known }}</small>
        </p>
      </SheetSection>
      <SheetSection v-if="place.children.length > 0" :title="t('places.beneath')">
        <p class="line">
          <template v-for="(child, at) in place.children" :key="child.id"
            ><WallMark v-if="child.walled" /><RouterLink :to="{ name: 'places', params: { placeId: child.id } }">{{
              child.name
            }}</RouterLink
            >{{ at < place.children.length - 1 ? ', ' : '' }}</template
          >
        </p>
      </SheetSection>
      <SheetSection v-if="place.approvers" :title="t('approvers.title')" :about="t('approvers.about')">
        <ApproversLine
          :key="placeId"
          :view="place.approvers"
          :target="{ placeId }"
          :control="place.controls.give"
          :otherwise="t('approvers.asRole')"
        />
      </SheetSection>
      <PlaceFittings :key="`fittings ${placeId}`" :place="place" :today="today" />
      <AllotmentLines :place="place" />
      <SheetSection v-if="place.apart.length > 0 || place.controls.apart.enabled" :title="t('apart.title')">
        <p v-for="one in place.apart" :key="one.separationId" class="line apart">
          <span>
            <RouterLink :to="{ name: 'places', params: { placeId: one.placeId } }">{{ one.place }}</RouterLink>:
            <span v-if="one.shared.length === 0" class="muted">{{ t('apart.nobody') }}</span>
            <strong v-else class="oxblood">{{
              t('apart.shared', { names: one.shared.map((person) => person.name).join(', ') })
            }}</strong>
          </span>
          <button
            type="button"
            class="btn btn-quiet btn-sm"
            :disabled="!place.controls.apart.enabled"
            :title="place.controls.apart.reason"
            @click="docket.hold([{ type: 'stop-apart', separationId: one.separationId }], `apart ${one.separationId}`)"
          >
            {{ t('apart.stop') }}
          </button>
        </p>
        <PickOne
          v-if="place.controls.apart.enabled"
          size="sm"
          :model-value="''"
          :options="[{ value: '', text: t('apart.keep') }, ...targets.slice(1)]"
          :aria-label="t('apart.keep')"
          @update:model-value="keepApart(String($event))"
        />
      </SheetSection>
      <HistoryLines :about="placeId" :today="today" />
    </template>
  </article>
</template>

<style scoped>
.edit {
  margin-top: 10px;
  padding: 10px 12px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 4px;
}
.edit .btn {
  margin-top: 10px;
}
.apart {
  display: flex;
  justify-content: space-between;
}
.outside {
  display: block;
  padding: 4px 0;
}
.insider {
  border-bottom: 1px solid var(--line-soft);
}
.insider > button {
  display: flex;
  gap: 8px;
  align-items: center;
  width: 100%;
  min-height: 34px;
  border: 0;
  padding: 0;
  background: none;
  color: var(--ink);
  text-align: left;
}
.name {
  flex: 1;
}
.insider ul {
  list-style: none;
  margin: 0 0 8px;
  padding-left: 26px;
}
.line {
  margin: 0;
  padding: 5px 0;
}
</style>
