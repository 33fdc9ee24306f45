<script setup lang="ts">
import type { PersonSheetView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import NothingHere from './NothingHere.vue'
import { shortDate, todayIn } from '../logic/dates.ts'
import { amount } from '../logic/money.ts'
import DoorMark from '../marks/DoorMark.vue'
import KeyMark from '../marks/KeyMark.vue'
import WallMark from '../marks/WallMark.vue'
import { useDocket } from '../state/docket.ts'
import { useFetched } from '../state/fetched.ts'
import { useSession } from '../state/session.ts'
import AskWhy from './AskWhy.vue'
import AwayPanel from './AwayPanel.vue'
import AccessPanel from './AccessPanel.vue'
import GrantLines from './GrantLines.vue'
import HangsPanel from './HangsPanel.vue'
import HistoryLines from './HistoryLines.vue'
import GivePanel from './GivePanel.vue'
import WayIn from './WayIn.vue'
import OfferActions from './OfferActions.vue'
import PersonActs from './PersonActs.vue'
import RecordPanel from './RecordPanel.vue'
import SheetHead from './SheetHead.vue'

const props = defineProps<{ personId: string }>()
defineEmits<{ close: [] }>()
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const { data: person, error } = useFetched<PersonSheetView>(() => session.path(`/people/${props.personId}`))
const opened = ref(new Set<string>())
const open = ref<'give' | 'away' | 'record' | 'hangs' | null>(null)
const doing = ref<'move' | 'copy' | null>(null)

function toggleDoing(what: 'move' | 'copy'): void {
  doing.value = doing.value === what ? null : what
}

function fill(filling: { kind: string } & Record<string, unknown>): void {
  void docket.fill(filling, `${filling.kind} ${props.personId}`)
}

const current = computed(() => session.me?.current)
const today = computed(() => todayIn(current.value?.zone ?? 'UTC'))
const money = (minor: number) => amount(minor, current.value?.currency ?? 'EUR', current.value?.locale ?? 'en-IE')

const about = computed(() => {
  const one = person.value
  if (!one) return ''
  const parts = [t(`kind.${one.kind}`)]
  if (one.standing) parts.push(t(`standing.${one.standing}`))
  if (one.signatory) parts.push(t('person.signatory'))
  if (one.employer) parts.push(one.employer)
  return parts.join(', ')
})
const dates = computed(() => {
  const one = person.value
  if (!one?.from) return ''
  const words = { from: shortDate(one.from, today.value), until: shortDate(one.until, today.value) }
  return `${one.until ? t('person.hereUntil', words) : t('person.here', words)}${one.manager ? `; ${t('person.reportsTo', { name: one.manager })}` : ''}.`
})

const filled = computed(() =>
  (person.value?.record?.fields ?? []).flatMap(({ name, values, valueId, text }) => {
    const value = values.find((one) => one.id === valueId)?.name ?? text
    return value ? [{ name, value }] : []
  }),
)

function toggle(id: string): void {
  if (!opened.value.delete(id)) opened.value.add(id)
}
</script>

<template>
  <article>
    <NothingHere v-if="error?.status === 404" />
    <template v-if="person">
      <SheetHead :close-label="t('person.close')" @close="$emit('close')">
        <DoorMark :state="person.state" :over="person.engagementOver" :bounced="person.bounced" />
        <h2>{{ person.name }}</h2>
        <span class="state muted">{{
          t(`state.${person.engagementOver ? 'over' : person.bounced ? 'bounced' : person.state}`)
        }}</span>
      </SheetHead>
      <p class="muted about">
        {{ about }}. {{ dates }}
        <template v-if="person.email"><br />{{ person.email }}</template>
        <template v-if="person.record?.phone"><br />{{ person.record.phone }}</template>
        <template v-if="person.cameAs"><br />{{ t('person.cameAs', { email: person.cameAs }) }}</template>
        <template v-if="person.cameFor"><br />{{ t('person.cameFor', { email: person.cameFor }) }}</template>
      </p>
      <PersonActs v-model:open="open" :person-id="personId" :person="person" />
      <dl v-if="person.record && open !== 'record' && filled.length > 0" class="fields">
        <template v-for="field in filled" :key="field.name">
          <dt>{{ field.name }}</dt>
          <dd>{{ field.value }}</dd>
        </template>
      </dl>
      <AwayPanel v-if="open === 'away'" :person-id="personId" @close="open = null" />
      <HangsPanel
        v-if="open === 'hangs' && person.record"
        :person-id="personId"
        :may-leave="person.controls.leave.enabled"
      />
      <RecordPanel v-if="open === 'record' && person.record" :person="person" />
      <GivePanel v-if="open === 'give'" :person="{ id: personId, name: person.name }" @close="open = null" />

      <AccessPanel v-if="doing" :key="doing" :person-id="personId" :grants="person.grants" :what="doing" />
      <template v-if="person.grants.length > 0">
        <h3 class="caption">
          {{ t('access.given') }} <span class="count">{{ person.grants.length }}</span>
        </h3>
        <GrantLines :grants="person.grants" :today="today" of-person />
        <div class="actions small">
          <button
            type="button"
            class="btn btn-quiet btn-sm"
            :aria-pressed="doing === 'move'"
            @click="toggleDoing('move')"
          >
            {{ t('access.moveIt') }}
          </button>
          <button type="button" class="btn btn-quiet btn-sm" @click="fill({ kind: 'tidy-access', personId })">
            {{ t('access.tidy') }}
          </button>
          <button
            type="button"
            class="btn btn-quiet btn-sm"
            @click="fill({ kind: 'take-many', personIds: [personId] })"
          >
            {{ t('access.takeAll') }}
          </button>
        </div>
      </template>
      <button
        v-if="person.state === 'active' && person.controls.give.enabled"
        type="button"
        class="btn btn-quiet btn-sm"
        :aria-pressed="doing === 'copy'"
        @click="toggleDoing('copy')"
      >
        {{ t('access.copyIt') }}
      </button>
      <RouterLink
        v-if="person.controls.change.enabled && person.state === 'active'"
        class="btn btn-quiet btn-sm"
        :to="{ name: 'people', params: { personId: '' }, query: { invite: '1', like: personId } }"
        >{{ t('invite.like') }}</RouterLink
      >
      <RouterLink
        v-if="person.controls.change.enabled && person.state === 'active'"
        class="btn btn-quiet btn-sm"
        :to="{ name: 'packets', params: { packetId: '' }, query: { like: personId } }"
        >{{ t('packets.like') }}</RouterLink
      >

      <h3 class="caption">{{ t('person.getsIn') }}</h3>
      <p v-if="person.keys.length === 0 && !person.offer" class="muted">{{ t('person.nothing') }}</p>
      <div v-for="place in person.keys" :key="place.placeId" class="place">
        <button type="button" :aria-expanded="opened.has(place.placeId)" @click="toggle(place.placeId)">
          <span class="path">
            <small v-if="place.path.length > 1" class="muted">{{ place.path.slice(0, -1).join(' / ') }}</small>
            <span
              ><WallMark v-if="place.walled" />{{ place.name }}
              <span v-if="place.beneath" class="muted">{{ t('effect.beneath', { count: place.beneath }) }}</span></span
            >
          </span>
          <KeyMark :level="place.highest" />
        </button>
        <ul v-if="opened.has(place.placeId)">
          <AskWhy
            v-for="area in place.keys"
            :key="area.area"
            :area="area"
            :place-id="place.placeId"
            :person-id="personId"
            :today="today"
          />
        </ul>
      </div>

      <template v-if="person.offer">
        <h3 class="caption">{{ t('person.onceIn') }}</h3>
        <p v-for="give in person.offer.gives" :key="give.role + give.placeId" class="line">
          {{ give.role }}, {{ give.place }}
        </p>
        <p v-for="seat in person.offer.seats" :key="seat" class="line">{{ seat }}</p>
        <p class="muted">
          {{
            t('person.sent', {
              sponsor: person.offer.sponsor,
              sent: shortDate(person.offer.sent, today),
              expires: shortDate(person.offer.expires, today),
            })
          }}
        </p>
        <OfferActions :person="person" />
      </template>

      <h3 class="caption">{{ t('person.seats') }}</h3>
      <p v-if="person.holdings.length === 0" class="muted">{{ t('person.noSeats') }}</p>
      <p v-for="seat in person.holdings" :key="seat.product + seat.type" class="line cost">
        <span
          >{{ seat.product }}, {{ seat.type }}<template v-if="seat.own">, {{ t('person.own') }}</template></span
        >
        <span v-if="seat.amountMinor !== null" class="money">{{
          seat.amountMinor === 0 ? t('person.noCharge') : money(seat.amountMinor)
        }}</span>
      </p>
      <p v-if="person.monthMinor" class="line cost">
        <span class="muted">{{ t('person.month') }}</span><strong class="money brass">{{
          money(person.monthMinor)
        }}</strong>
      </p>

      <template v-if="person.groups && person.groups.length > 0">
        <h3 class="caption">{{ t('person.groups') }}</h3>
        <p class="line">{{ person.groups.join(', ') }}</p>
      </template>
      <template v-if="person.reports.length > 0">
        <h3 class="caption">{{ t('person.reports') }}</h3>
        <p class="line">
          <template v-for="(report, at) in person.reports" :key="report.id"
            ><RouterLink :to="{ name: 'people', params: { personId: report.id } }">{{ report.name }}</RouterLink
            >{{ at < person.reports.length - 1 ? ', ' : '' }}</template
          >
        </p>
      </template>
      <p v-if="person.record && person.controls.change.enabled">
        <a :href="session.path(`/people/${personId}/export`)">{{ t('leaving.kept') }}</a>
      </p>
      <WayIn v-if="person.standing" :person-id="personId" :name="person.name" :today="today" />
      <HistoryLines :about="personId" :today="today" />
    </template>
  </article>
</template>

<style scoped>
.state {
  font-size: 13px;
}
.about {
  margin: 6px 0 10px;
}
.fields {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 14px;
  margin: 8px 0;
}
.fields dd {
  margin: 0;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.caption {
  margin: 14px 0 2px;
  padding-bottom: 3px;
  border-bottom: 1px solid var(--line);
}
.place {
  border-bottom: 1px solid var(--line-soft);
}
.place > button {
  display: flex;
  align-items: center;
  gap: 8px;
  width: 100%;
  min-height: 34px;
  border: 0;
  padding: 3px 0;
  background: none;
  color: var(--ink);
  text-align: left;
}
.path {
  flex: 1;
  min-width: 0;
}
.path small {
  display: block;
  font-size: 12px;
}
.place ul {
  list-style: none;
  margin: 0 0 8px;
  padding-left: 12px;
}
.line {
  margin: 0;
  padding: 5px 0;
  border-bottom: 1px solid var(--line-soft);
}
.cost {
  display: flex;
  justify-content: space-between;
}
</style>
