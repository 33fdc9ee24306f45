<script setup lang="ts">
import type { Description } from '@lodge/core'
import { computed, reactive, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { emptyDescription, formFrom, type DescriptionForm } from '../../logic/description.ts'
import DateField from '../../basics/DateField.vue'
import DescribePrice from './DescribePrice.vue'
import DescribeReads from './DescribeReads.vue'
import DescribeTypes from './DescribeTypes.vue'
import PickOne from '../../basics/PickOne.vue'
import ProblemList from '../../basics/ProblemList.vue'
import { useChoices } from '../../state/choices.ts'
import { useDescribed } from '../../state/described.ts'
import { useDocketPlace } from '../../state/docket-place.ts'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useMoney } from '../../state/money.ts'
import { useSession } from '../../state/session.ts'

// A product described as it is now on its price page; what it makes is read and worked out as one types.
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const docket = useDocket()
const { today } = useMoney()
const PATTERNS = ['month', 'day', 'team', 'term', 'place', 'nothing'] as const
const currency = computed(() => session.me?.current?.currency ?? 'EUR')
const product = computed(() => String(route.params.product ?? '') || null)
const form = reactive<DescriptionForm>(emptyDescription())
const keeper = ref('')
const from = ref('')
/** The client whose own product it is; empty: ours. */
const client = ref('')
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
watch(form, () => {
  if (form.bands.at(-1)?.upTo) form.bands.push({ upTo: '', price: '' })
})

const { shown, failure, problems, isUnreadable } = useDescribed(
  form,
  () => currency.value,
  () => {
    const [kind, id] = keeper.value.split(' ')
    return {
      ...{ product: product.value, from: from.value || null },
      keeper: kind && id ? { kind, id } : null,
      ...(client.value && form.pattern === 'nothing' ? { placeId: client.value } : {}),
    }
  },
)

// Once it is committed, the next question is who is in it.
watch(
  () => docket.applied,
  (applied) => {
    if (applied && shown.value) {
      void router.push({ name: 'seats', params: { product: shown.value.product, tab: 'accounts' } })
    }
  },
)
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
        <DescribePrice v-model="form" :problems="problems" :currency="currency" />
        <DescribeTypes v-model="form" :problems="problems" :currency="currency" />
        <p v-if="isUnreadable" class="oxblood" role="alert">{{ t('describe.unreadable') }}</p>
      </form>
    </div>
    <aside>
      <DescribeReads v-if="shown && shown.sentence" :described="shown" :currency="currency" />
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
form :deep(fieldset) {
  margin: 14px 0 0;
}
form :deep(legend) {
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
form :deep(.fields) {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: end;
  padding: 4px 0;
}
form :deep(.fields label) {
  font-size: 12.5px;
}
form :deep(.fields .form-control) {
  width: 120px;
}
form :deep(.choice) {
  display: block;
  padding: 3px 0;
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
  .patterns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
