<script setup lang="ts">
import type { DescribedProduct, Description } from '@lodge/core'
import { computed, onBeforeUnmount, reactive, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { ask, type ApiError } from '../api/client.ts'
import type { NewChange } from '../api/types.ts'
import { descriptionFrom, emptyDescription, emptyType, formFrom, type DescriptionForm } from '../logic/description.ts'
import DateField from '../parts/DateField.vue'
import PickOne from '../parts/PickOne.vue'
import ProblemList from '../parts/ProblemList.vue'
import { useChoices } from '../state/choices.ts'
import { useDocketPlace } from '../state/docket-place.ts'
import { useDocket } from '../state/docket.ts'
import { useFetched } from '../state/fetched.ts'
import { useMoney } from '../state/money.ts'
import { useSession } from '../state/session.ts'

// A product described as it is now on its price page; what it makes is read and worked out as one types.
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const docket = useDocket()
const { money, today } = useMoney()
const PATTERNS = ['month', 'day', 'team', 'term', 'place', 'nothing'] as const
const COUNTS = ['invited', 'admitted', 'first-use'] as const
const currency = computed(() => session.me?.current?.currency ?? 'EUR')
const product = computed(() => String(route.params.product ?? '') || null)
const form = reactive<DescriptionForm>(emptyDescription())
const keeper = ref('')
const from = ref('')
/** The client whose own product it is; empty: ours. */
const client = ref('')
const shown = ref<DescribedProduct | null>(null)
const failure = ref('')
const foot = ref<HTMLElement | null>(null)
useDocketPlace('describe', foot)
const { subjects, findSubjects, places } = useChoices({ people: true })
const owners = computed(() => [{ value: '', text: t('describe.ours') }, ...places.value])
const keepers = computed(() => [
  { value: '', text: t('keeping.owners') },
  ...subjects.value.filter(({ value }) => !value.startsWith('standing')),
])
const { data: present } = useFetched<Description>(() =>
  product.value ? session.path(`/products/${product.value}/description`) : null,
)
watch(present, (found, before) => {
  if (found && !before) Object.assign(form, formFrom(found, currency.value))
})

const read = computed(() => descriptionFrom(form, currency.value))
const problems = computed(() => read.value.problems)
const unreadable = computed(() => Object.keys(problems.value).length > 0)
const isPriced = computed(() => ['month', 'day', 'term'].includes(form.pattern))
let timer: ReturnType<typeof setTimeout> | undefined
let turn = 0
const PAUSE_MILLISECONDS = 350

watch([form, keeper, from, client], () => {
  clearTimeout(timer)
  if (form.bands.at(-1)?.upTo) form.bands.push({ upTo: '', price: '' })
  if (!form.name.trim() || unreadable.value) return docket.release('describe')
  timer = setTimeout(() => void work(), PAUSE_MILLISECONDS)
})

async function work(): Promise<void> {
  const mine = ++turn
  const [kind, id] = keeper.value.split(' ')
  const body = {
    ...{ description: read.value.description, product: product.value, from: from.value || null },
    keeper: keeper.value ? { kind, id } : null,
    ...(client.value && form.pattern === 'nothing' ? { placeId: client.value } : {}),
  }
  try {
    const found = await ask<DescribedProduct>('POST', session.path('/products/describe'), body)
    if (mine !== turn) return
    failure.value = ''
    shown.value = found
    if (found.problems.length === 0) docket.hold(found.changes as NewChange[], 'describe')
    else docket.release('describe')
  } catch (error) {
    failure.value = (error as ApiError).message
  }
}

// Once it stands, the next question is who is in it.
watch(
  () => docket.applied,
  (applied) => {
    if (applied && shown.value) {
      void router.push({ name: 'seats', params: { product: shown.value.product, tab: 'accounts' } })
    }
  },
)
onBeforeUnmount(() => {
  clearTimeout(timer)
  turn += 1
  docket.release('describe')
})
</script>

<template>
  <div class="describe">
    <div>
      <p class="back">
        <RouterLink :to="{ name: 'seats' }">{{ t('describe.all') }}</RouterLink>
      </p>
      <h1>{{ product ? t('describe.editTitle', { name: form.name }) : t('describe.title') }}</h1>
      <p class="muted">{{ t('describe.about') }}</p>
      <form @submit.prevent>
        <div class="three">
          <BFormGroup :label="t('describe.name')" label-for="describe-name">
            <BFormInput id="describe-name" v-model="form.name" maxlength="80" autocomplete="off" autofocus />
          </BFormGroup>
          <BFormGroup :label="t('describe.address')" label-for="describe-address">
            <BFormInput
              id="describe-address"
              v-model="form.address"
              maxlength="300"
              :placeholder="t('describe.addressHint')"
            />
          </BFormGroup>
          <BFormGroup v-if="!product" :label="t('keeping.who')" label-for="describe-keeper">
            <PickOne id="describe-keeper" v-model="keeper" :options="keepers" :search="findSubjects" />
          </BFormGroup>
          <BFormGroup v-else :label="t('product.from')" label-for="describe-from">
            <DateField id="describe-from" v-model="from" :min="today" />
          </BFormGroup>
        </div>
        <fieldset class="patterns">
          <legend>{{ t('describe.how') }}</legend>
          <label v-for="one in PATTERNS" :key="one" :class="{ chosen: form.pattern === one }">
            <input v-model="form.pattern" type="radio" :value="one" />
            <span
              ><strong>{{ t(`describe.pattern.${one}`) }}</strong>
              <span class="muted">{{ ' ' + t(`describe.patternAbout.${one}`) }}</span></span
            >
          </label>
        </fieldset>
        <BFormGroup
          v-if="form.pattern === 'nothing' && !product"
          :label="t('describe.whose')"
          label-for="describe-client"
          :description="t('describe.whoseAbout')"
          class="whose"
        >
          <PickOne id="describe-client" v-model="client" :options="owners" />
        </BFormGroup>
        <div class="two">
          <fieldset v-if="form.pattern === 'team'">
            <legend>{{ t('describe.bands') }}</legend>
            <div v-for="(band, at) in form.bands" :key="at" class="row">
              <label
                >{{ t('describe.upTo') }}
                <input
                  v-model="band.upTo"
                  class="form-control form-control-sm"
                  inputmode="numeric"
                  :aria-label="t('describe.upToOf', { number: at + 1 })"
                  :aria-invalid="problems[`band-${at}`] !== undefined"
              /></label>
              <label
                >{{ t('describe.aMonth', { currency }) }}
                <input
                  v-model="band.price"
                  class="form-control form-control-sm"
                  inputmode="decimal"
                  :aria-label="t('describe.bandPriceOf', { number: at + 1 })"
                  :aria-invalid="problems[`band-price-${at}`] !== undefined"
              /></label>
            </div>
          </fieldset>
          <div v-else-if="form.pattern === 'term'">
            <BFormGroup :label="t('describe.term')" label-for="describe-term">
              <BFormInput id="describe-term" v-model="form.termMonths" inputmode="numeric" />
            </BFormGroup>
          </div>
          <div v-else-if="form.pattern === 'place'" class="row">
            <label
              >{{ t('describe.placeKind') }}
              <input v-model="form.placeKind" class="form-control form-control-sm" :placeholder="t('describe.site')"
            /></label>
            <label
              >{{ t('describe.aMonth', { currency }) }}
              <input v-model="form.placePrice" class="form-control form-control-sm" inputmode="decimal"
            /></label>
          </div>
          <fieldset v-if="form.pattern !== 'nothing'">
            <legend>{{ t('describe.countsFrom') }}</legend>
            <label v-for="one in COUNTS" :key="one" class="choice">
              <input v-model="form.counts" type="radio" :value="one" /> {{ t(`describe.counts.${one}`) }}
            </label>
          </fieldset>
        </div>
        <fieldset>
          <legend>{{ t('describe.types') }}</legend>
          <div v-for="(type, at) in form.types" :key="at" class="row type">
            <label
              >{{ t('describe.typeName') }}
              <input
                v-model="type.name"
                class="form-control form-control-sm"
                maxlength="80"
                :aria-label="t('describe.typeNameOf', { number: at + 1 })"
            /></label>
            <label v-if="isPriced"
              >{{ t(form.pattern === 'term' ? 'describe.aTerm' : 'describe.aMonth', { currency }) }}
              <input
                v-model="type.price"
                class="form-control form-control-sm"
                inputmode="decimal"
                :placeholder="t('seats.noCharge')"
                :aria-label="t('describe.priceOf', { number: at + 1 })"
                :aria-invalid="problems[`price-${at}`] !== undefined"
            /></label>
            <label
              >{{ t('describe.number') }}
              <input
                v-model="type.number"
                class="form-control form-control-sm"
                inputmode="numeric"
                :placeholder="t('describe.asNeeded')"
                :aria-label="t('describe.numberOf', { number: at + 1 })"
                :aria-invalid="problems[`number-${at}`] !== undefined"
            /></label>
            <label v-if="form.pattern === 'team'" class="choice"
              ><input v-model="type.counts" type="checkbox" /> {{ t('describe.countsForTeam') }}</label
            >
            <label v-if="!type.code" class="choice"
              ><input v-model="type.looksOnly" type="checkbox" /> {{ t('describe.looksOnly') }}</label
            >
            <button
              v-if="form.types.length > 1 && !type.code"
              type="button"
              class="btn btn-quiet"
              :aria-label="t('describe.removeType', { name: type.name })"
              @click="form.types.splice(at, 1)"
            >
              ×
            </button>
          </div>
          <button
            v-if="form.types.length < 8"
            type="button"
            class="btn btn-quiet"
            @click="form.types.push(emptyType())"
          >
            {{ t('describe.another') }}
          </button>
        </fieldset>
        <p v-if="unreadable" class="oxblood" role="alert">{{ t('describe.unreadable') }}</p>
      </form>
    </div>
    <aside>
      <div v-if="shown && shown.sentence" class="sheet reads">
        <h2 class="caption">{{ t('describe.reads') }}</h2>
        <p class="sentence">{{ shown.sentence }}</p>
        <template v-if="shown.example.length > 0">
          <h2 class="caption">{{ t('describe.worked') }}</h2>
          <table>
            <thead class="visually-hidden">
              <tr>
                <th scope="col">{{ t('describe.case') }}</th>
                <th scope="col">{{ currency }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="line in shown.example" :key="line.text">
                <td>{{ line.text }}</td>
                <td class="number">{{ money(line.minor) }}</td>
              </tr>
            </tbody>
          </table>
        </template>
      </div>
      <p v-else class="muted">{{ t('describe.begin') }}</p>
      <ProblemList v-if="shown" :problems="shown.problems" />
      <p v-if="failure" class="oxblood" role="alert">{{ failure }}</p>
      <div ref="foot" class="sheet docket-place" :class="{ empty: docket.isEmpty }"></div>
    </aside>
  </div>
</template>

<style scoped>
.describe {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 400px;
  gap: 18px;
  align-items: start;
}
.back {
  margin: 0;
}
.three {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 12px;
  align-items: end;
  margin-top: 12px;
}
fieldset {
  margin: 14px 0 0;
}
legend {
  font-size: 13px;
  font-weight: 600;
  margin-bottom: 4px;
}
.patterns {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 4px 10px;
}
.patterns legend {
  grid-column: 1 / -1;
}
.patterns label {
  display: flex;
  gap: 8px;
  padding: 7px 10px;
  border: 1px solid transparent;
  border-radius: 4px;
  align-items: start;
}
.patterns .chosen {
  border-color: var(--green);
  background: var(--green-soft);
}
.two {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 16px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: end;
  padding: 4px 0;
}
.row label {
  font-size: 12.5px;
}
.row .form-control {
  width: 120px;
}
.type label:first-child .form-control {
  width: 180px;
}
.choice {
  display: block;
  padding: 3px 0;
}
.reads {
  padding: 12px 16px;
}
.sentence {
  font: 400 17px/1.5 'Bitter Variable';
}
table {
  width: 100%;
}
td {
  padding: 6px 0;
  border-top: 1px solid var(--line-soft);
}
.number {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
.docket-place {
  margin-top: 12px;
}
.docket-place.empty {
  display: none;
}
@media (max-width: 1000px) {
  .describe,
  .three,
  .two,
  .patterns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
