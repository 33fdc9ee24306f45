<script setup lang="ts">
import type { DepartureThingView, DepartureView, leavingView, Taker, ThingInProductView } from '@lodge/core'
import { computed, reactive, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { NewChange } from '../../api/types.ts'
import GainLine from './GainLine.vue'
import LeavingBeside from './LeavingBeside.vue'
import ThingsInProduct from './ThingsInProduct.vue'
import { useChoices } from '../../state/choices.ts'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useInProducts } from '../../state/in-products.ts'
import { useHandoverGains } from '../../state/handover-gains.ts'
import { useSession } from '../../state/session.ts'
import type { InProduct } from '../../logic/in-products.ts'
import { END_OF_WORK, handoversOf, planParts, SEVERAL, takerKey, type ChosenTaker } from '../../logic/leaving.ts'
import DateField from '../../basics/DateField.vue'
import NotYet from '../../basics/NotYet.vue'
import { entryAt, must } from '@lodge/core/must'

// Someone's leaving as a plan: when, and who takes over each thing that depends on them. It goes into the docket, where
// its people, places and money are shown before it happens.
type Leaving = NonNullable<ReturnType<typeof leavingView>>
const props = defineProps<{ personId: string; planned?: DepartureView | undefined }>()
const emit = defineEmits<{ done: [] }>()
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const { choices, places } = useChoices()
const { data: leaving, error, again } = useFetched<Leaving>(() => session.path(`/people/${props.personId}/leaving`))
const at = ref(props.planned?.localTime ?? '')
const chosen = reactive(new Map<string, ChosenTaker>())
const allTo = ref('')
/** By when those who take over say yes; empty: they are not asked. */
const acceptBy = ref('')
const things = computed<readonly DepartureThingView[]>(() => props.planned?.things ?? leaving.value?.things ?? [])
const name = computed(() => props.planned?.name ?? leaving.value?.name ?? '')
const first = computed(() => name.value.split(' ')[0] ?? '')
const control = computed(() => props.planned?.control ?? leaving.value?.control)
const people = computed(() =>
  (choices.value?.managers ?? [])
    .filter((one) => one.id !== props.personId)
    .map(({ id, name: text }) => ({ value: `person ${id}`, text })),
)
const groups = computed(() =>
  (choices.value?.groups ?? []).map(({ id, name: text }) => ({ value: `group ${id}`, text })),
)

watch(
  () => docket.applied,
  (applied) => applied && emit('done'),
)

const unfolded = reactive(new Set<string>())
const parts = computed(() => planParts(things.value, takerOf, unfolded))

function toggle(key: string): void {
  if (!unfolded.delete(key)) unfolded.add(key)
}

function chooseGroup(all: readonly DepartureThingView[], value: string): void {
  if (value !== SEVERAL) for (const thing of all) choose(thing, value)
}

/** What is in each product, as it says itself; asked beside the plan, which does not wait for it. */
const { products, asking, counted } = useInProducts(() => props.personId)
const lying = computed(() => products.value.flatMap((one) => one.things))
/** Single things of a product that pass to someone of their own, or to nobody. */
const singled = computed(() => lying.value.filter((one) => one.chosen || chosen.has(keyOf(one))))
/** What nobody takes over: things left unassigned, and single ones of a product for which that was chosen. */
const without = computed(() => [...things.value, ...singled.value].filter((one) => takerOf(one) === null).length)
function heldIn({ what, id }: DepartureThingView): InProduct | undefined {
  return what === 'things' ? products.value.find((one) => one.product === id) : undefined
}

const gainOf = useHandoverGains(
  () => props.personId,
  () => [...handoversOf(things.value, chosen), ...handoversOf(lying.value, chosen)],
)

/** The plan as a change, to be looked at; nothing where it was not altered. */
const wanted = computed(() => {
  const isAsPlanned = props.planned && chosen.size === 0 && at.value === props.planned.localTime
  return !control.value?.enabled || isAsPlanned ? null : changeFor(at.value || null)
})

function keyOf({ what, id }: Pick<DepartureThingView, 'what' | 'id'>): string {
  return `${what} ${id}`
}

/** Who takes it as the form has it: chosen now, chosen before, or proposed. */
function takerOf(thing: DepartureThingView): Taker | null {
  const one = chosen.get(keyOf(thing))
  return one ? one.taker : thing.taker
}

function isAsked(thing: DepartureThingView): boolean {
  return (chosen.has(keyOf(thing)) || thing.chosen) && Boolean(thing.acceptBy) && !thing.accepted
}

function optionsFor(thing: DepartureThingView) {
  const by = thing.takers
  return [
    { value: '', text: t('leaving.letGo') },
    ...(by.includes('person') ? people.value : []),
    ...(by.includes('group') ? groups.value : []),
    ...(by.includes('place') ? places.value.map(({ value, text }) => ({ value: `place ${value}`, text })) : []),
  ]
}

function choose(thing: DepartureThingView, value: string): void {
  const [kind, id] = value.split(' ') as [Taker['kind'], string?]
  chosen.set(keyOf(thing), { what: thing.what, id: thing.id, taker: id ? { kind, id } : null })
}

function chooseAll(value: string): void {
  allTo.value = value
  if (!value) return
  for (const thing of things.value) if (thing.takers.includes('person')) choose(thing, value)
  // All is all: single things that were to go elsewhere as well.
  for (const thing of singled.value) choose(thing, value)
}

/** Who takes a single thing in a product: anyone who was chosen for it, or who takes the rest of them there. */
function takerOfSingle(thing: ThingInProductView, rest: DepartureThingView): string {
  return takerKey(thing.chosen || chosen.has(keyOf(thing)) ? takerOf(thing) : takerOf(rest))
}

function changeFor(when: string | null): NewChange {
  const ownThings = handoversOf(things.value, chosen, acceptBy.value, session.me?.current?.personId)
  const handovers = [...ownThings, ...handoversOf(lying.value, chosen)]
  const dated = when ? { at: when } : {}
  return props.planned
    ? { type: 'change-departure', departureId: props.planned.id, ...dated, handovers }
    : { type: 'plan-departure', personId: props.personId, ...dated, handovers }
}

function hold(when: string | null): void {
  docket.hold([changeFor(when)], `departure ${props.personId}`)
}

/** Planned already: its doors shut now; otherwise it is planned for now. */
function cutOff(): void {
  if (props.planned)
    docket.hold([{ type: 'run-departure', departureId: props.planned.id }], `departure ${props.personId}`)
  else hold(null)
}

function putDown(): void {
  docket.hold(
    [{ type: 'put-down-departure', departureId: must(props.planned, 'planned').id }],
    `departure ${props.personId}`,
  )
}
</script>

<template>
  <section v-if="leaving" class="plan" :aria-label="t('leaving.title', { name })">
    <h1>
      {{ t('leaving.title', { name }) }} <span v-if="planned" class="brass when">{{ planned.at }}</span>
    </h1>
    <p class="muted">
      {{ t('leaving.about') }}
      <strong v-if="without > 0" class="oxblood">{{ t('leaving.without', { count: without }) }}</strong>
    </p>
    <label class="at"
      >{{ t('leaving.when') }}
      <DateField v-model="at" small :time="END_OF_WORK" :label="t('leaving.when')" :disabled="!control?.enabled" />
      <small class="muted">{{ t('leaving.zone', { zone: session.me?.current?.zone ?? '' }) }}</small></label
    >
    <label v-if="things.length > 0" class="at"
      >{{ t('leaving.acceptBy') }}
      <DateField
        v-model="acceptBy"
        small
        :time="END_OF_WORK"
        :label="t('leaving.acceptBy')"
        :disabled="!control?.enabled"
      />
      <small class="muted">{{ t('leaving.acceptAbout') }}</small></label
    >
    <div class="two">
      <div>
        <table class="sheet passing">
          <thead>
            <tr>
              <th scope="col">{{ t('leaving.hangs', { name: first }) }}</th>
              <th scope="col">
                {{ t('leaving.goesTo') }}
                <select
                  class="form-select form-select-sm all"
                  :aria-label="t('leaving.allTo')"
                  :value="allTo"
                  @change="chooseAll(($event.target as HTMLSelectElement).value)"
                >
                  <option value="">{{ t('leaving.allTo') }}</option>
                  <option v-for="one in people" :key="one.value" :value="one.value">{{ one.text }}</option>
                </select>
              </th>
            </tr>
          </thead>
          <template v-for="{ part, groups: all } in parts" :key="part">
            <tbody>
              <tr class="part">
                <th scope="rowgroup" colspan="2" :class="{ oxblood: part === 'unassigned' }">
                  {{ t(`leaving.part.${part}`) }}
                </th>
              </tr>
            </tbody>
            <tbody v-for="group in all" :key="group.key">
              <tr v-if="group.folds">
                <th scope="row">
                  <button
                    type="button"
                    class="unfold"
                    :aria-expanded="unfolded.has(group.key)"
                    @click="toggle(group.key)"
                  >
                    <small class="muted">{{ t(`leaving.what.${group.what}`) }}</small>
                    {{ t('leaving.and', { first: entryAt(group.things, 0).text, count: group.things.length - 1 }) }}
                  </button>
                </th>
                <td>
                  <select
                    class="form-select form-select-sm"
                    :disabled="!control?.enabled"
                    :aria-label="t('leaving.taker', { what: t(`leaving.what.${group.what}`) })"
                    :value="group.taker"
                    @change="chooseGroup(group.things, ($event.target as HTMLSelectElement).value)"
                  >
                    <option v-if="group.taker === SEVERAL" :value="SEVERAL">{{ t('leaving.several') }}</option>
                    <option v-for="one in optionsFor(entryAt(group.things, 0))" :key="one.value" :value="one.value">
                      {{ one.text }}
                    </option>
                  </select>
                  <GainLine v-if="group.shown.length === 0" v-bind="gainOf(group.things)" />
                </td>
              </tr>
              <template v-for="thing in group.shown" :key="keyOf(thing)">
                <tr :class="{ within: group.folds }">
                  <th scope="row">
                    <small class="muted">{{ t(`leaving.what.${thing.what}`) }}</small> {{ thing.text }}
                  </th>
                  <td>
                    <select
                      class="form-select form-select-sm"
                      :class="{ open: takerOf(thing) === null }"
                      :disabled="!control?.enabled"
                      :aria-label="t('leaving.taker', { what: `${t(`leaving.what.${thing.what}`)} ${thing.text}` })"
                      :value="takerKey(takerOf(thing))"
                      @change="choose(thing, ($event.target as HTMLSelectElement).value)"
                    >
                      <option v-for="one in optionsFor(thing)" :key="one.value" :value="one.value">
                        {{ one.text }}
                      </option>
                    </select>
                    <small v-if="isAsked(thing)" class="muted note">{{
                      t('leaving.asked', { by: thing.acceptBy })
                    }}</small>
                    <GainLine v-bind="gainOf([thing])" />
                  </td>
                </tr>
                <ThingsInProduct
                  v-if="heldIn(thing)"
                  :held="must(heldIn(thing), 'product')"
                  :counted="counted(must(heldIn(thing), 'product'))"
                  :options="optionsFor(thing)"
                  :disabled="!control?.enabled"
                  :taker-of="(one) => takerOfSingle(one, thing)"
                  :gain-of="(one) => gainOf([one])"
                  @choose="choose"
                />
                <tr v-else-if="thing.what === 'things' && asking" class="within">
                  <td colspan="2">
                    <small class="muted">{{ t('leaving.held.asking') }}</small>
                  </td>
                </tr>
              </template>
            </tbody>
          </template>
          <tbody v-if="things.length === 0">
            <tr>
              <td colspan="2" class="muted">{{ t('leaving.nothing') }}</td>
            </tr>
          </tbody>
        </table>
        <div class="acts">
          <BButton variant="danger" :disabled="!control?.enabled" :title="control?.reason" @click="cutOff">{{
            t('leaving.cutOff')
          }}</BButton>
          <BButton v-if="planned" variant="outline-primary" :disabled="!control?.enabled" @click="putDown">{{
            t('leaving.stays', { name: first })
          }}</BButton>
          <BButton variant="primary" :disabled="!control?.enabled || !at" :title="control?.reason" @click="hold(at)">{{
            planned ? t('leaving.change') : t('leaving.plan')
          }}</BButton>
        </div>
      </div>
      <LeavingBeside :things="things" :change="wanted" />
    </div>
  </section>
  <NotYet v-else :error="error" :again="again" />
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 300px);
  gap: 18px;
  align-items: start;
}
td .note {
  margin-left: 8px;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
.when {
  font: 600 15px 'Public Sans Variable';
}
.at {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin-bottom: 12px;
}
.at input {
  width: auto;
}
.all {
  margin-left: 8px;
}
select.open {
  border-color: var(--ox);
}
.passing :deep(select) {
  width: 220px;
}
.passing .part th {
  padding-top: 12px;
  font-weight: 600;
  font-size: 12.5px;
}
.acts {
  position: sticky;
  bottom: -12px;
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  padding: 12px 0;
  background: var(--paper);
}
.acts > :last-child {
  margin-left: auto;
}
</style>
