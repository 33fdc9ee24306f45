<script setup lang="ts">
import type { ProductAccountsView, SharedLoginView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { shortDate } from '../../logic/dates.ts'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useMoney } from '../../state/money.ts'
import { useSession } from '../../state/session.ts'
import ConnectionPanel from './ConnectionPanel.vue'
import KeeperPanel from './KeeperPanel.vue'
import MemberList from './MemberList.vue'
import NotYet from '../../basics/NotYet.vue'
import SharedLoginForm from './SharedLoginForm.vue'
import TaskList from '../tasks/TaskList.vue'

// The accounts in a product: how they are kept, what has to be done there, and what is known of them.
const props = defineProps<{ product: string }>()
const { t } = useI18n()
const session = useSession()
const { today } = useMoney()
const { data, error, again } = useFetched<ProductAccountsView>(() =>
  session.path(`/products/${props.product}/accounts`),
)
const lastList = computed(() => data.value?.lists[0])
const docket = useDocket()
const editing = ref(false)
const onlyDiffering = ref(false)
const SHOWN = 100
const all = ref(false)
const found = computed(() => (data.value?.accounts ?? []).filter((one) => !onlyDiffering.value || one.differs))
const shown = computed(() => (all.value ? found.value : found.value.slice(0, SHOWN)))
/** The account or login whose form is open. */
const sharing = ref('')
function factsOf({ responsible, users, seat, until, reviewOn }: SharedLoginView): string {
  const names = users.map(({ name }) => name).join(', ')
  return [
    t('shared.isResponsible', { name: responsible }),
    names ? t('shared.usedBy', { names }) : t('shared.usedByNobody'),
    t('shared.has', { seat: seat ?? t('shared.noSeat') }),
    until ? t('shared.lastDay', { date: shortDate(until, today.value) }) : '',
    reviewOn ? t('shared.reviewOn', { date: shortDate(reviewOn, today.value) }) : '',
  ]
    .filter(Boolean)
    .join(' ')
}
const problem = ref('')
/** Has an account of nobody closed there, or not after all. */
async function ask(knownId: string, how: 'ask' | 'keep'): Promise<void> {
  problem.value = await docket.applyAtOnce({ type: 'close-nobodys', knownId, how })
}
const keepers = computed(() => data.value?.keepers.map(({ name }) => name).join(', ') ?? '')
</script>

<template>
  <NotYet v-if="!data" :error="error" :again="again" />
  <section v-else class="accounts">
    <p>
      <strong>{{ t(`keeping.way.${data.way}`, { product: data.name, who: keepers }) }}</strong>
      <span v-if="data.client">{{ ' ' + t('keeping.client', { client: data.client }) }}</span>
      <span class="muted">{{ ' ' + t(`keeping.about.${data.way}`) }}</span>
      <span v-if="data.way === 'hand' && data.byMail" class="muted">{{ ' ' + t('keeping.byMail') }}</span>
      <button
        v-if="data.way !== 'connection' && !editing"
        type="button"
        class="btn btn-quiet btn-sm"
        :disabled="!data.controls.keep.enabled"
        :title="data.controls.keep.reason"
        @click="editing = true"
      >
        {{ data.way === 'unsaid' ? t('keeping.say') : t('keeping.change') }}
      </button>
    </p>
    <KeeperPanel v-if="editing" :view="data" @close="editing = false" />
    <template v-if="data.way === 'hand'">
      <h2>
        {{ t('tasks.title', { product: data.name }) }} <span class="count">{{ data.tasks.length }}</span>
      </h2>
      <TaskList v-if="data.tasks.length > 0" :tasks="data.tasks" :today="today" />
      <p v-else class="muted">{{ t('tasks.none', { product: data.name }) }}</p>
    </template>
    <template v-if="data.accounts.length > 0 && data.way !== 'connection'">
      <h2>
        {{ t('accounts.title') }} <span class="count">{{ data.accounts.length }}</span>
        <label class="only"><input v-model="onlyDiffering" type="checkbox" /> {{ t('accounts.differing') }}</label>
      </h2>
      <table class="sheet">
        <thead>
          <tr>
            <th scope="col">{{ t('accounts.person') }}</th>
            <th scope="col">{{ t('accounts.here') }}</th>
            <th scope="col">{{ t('accounts.there', { product: data.name }) }}</th>
            <th scope="col">{{ t('accounts.known') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in shown" :key="one.personId" :class="{ differs: one.differs }">
            <th scope="row">
              <RouterLink :to="{ name: 'people', params: { personId: one.personId } }">{{ one.name }}</RouterLink>
            </th>
            <td>{{ one.seats.join(', ') || t(`accounts.wanted.${one.here}`) }}</td>
            <td>{{ t(`accounts.state.${one.there}`) }}{{ one.seatThere ? `, ${one.seatThere}` : '' }}</td>
            <td class="muted">{{ one.known }}</td>
          </tr>
        </tbody>
      </table>
      <button v-if="shown.length < found.length" type="button" class="btn btn-quiet" @click="all = true">
        {{ t('accounts.more', { count: found.length - shown.length }) }}
      </button>
    </template>
    <template v-if="data.nobodys.length > 0">
      <h2>
        {{ t('accounts.nobodys') }} <span class="count">{{ data.nobodys.length }}</span>
      </h2>
      <p class="muted">{{ t('accounts.nobodysAbout') }}</p>
      <p v-if="problem" class="oxblood" role="alert">{{ problem }}</p>
      <ul class="sheet nobodys">
        <li v-for="one in data.nobodys" :key="one.knownId">
          <strong>{{ one.name }}</strong> {{ one.address !== one.name ? one.address : '' }}
          <span class="muted">{{ one.known }}</span>
          <button type="button" class="btn btn-quiet btn-sm" @click="ask(one.knownId, one.isClosing ? 'keep' : 'ask')">
            {{ t(one.isClosing ? 'accounts.keepIt' : 'accounts.closeIt') }}
          </button>
          <button type="button" class="btn btn-quiet btn-sm" @click="sharing = one.knownId">
            {{ t('shared.make') }}
          </button>
          <SharedLoginForm
            v-if="sharing === one.knownId"
            :product="product"
            :seat-types="data.seatTypes"
            :known="one"
            @close="sharing = ''"
          />
        </li>
      </ul>
    </template>
    <template v-if="data.way !== 'none' && (data.shared.length > 0 || data.way === 'hand')">
      <h2>
        {{ t('shared.title') }} <span class="count">{{ data.shared.length }}</span>
        <button type="button" class="btn btn-quiet btn-sm" @click="sharing = 'new'">{{ t('shared.add') }}</button>
      </h2>
      <p v-if="data.shared.length === 0" class="muted">{{ t('shared.none') }}</p>
      <SharedLoginForm v-if="sharing === 'new'" :product="product" :seat-types="data.seatTypes" @close="sharing = ''" />
      <ul v-if="data.shared.length > 0" class="sheet nobodys">
        <li v-for="one in data.shared" :key="one.sharedId">
          <strong>{{ one.name }}</strong> {{ one.address !== one.name ? one.address : '' }}
          <span class="muted">{{ one.known }}</span>
          <button type="button" class="btn btn-quiet btn-sm" @click="sharing = one.sharedId">
            {{ t('shared.change') }}
          </button>
          <button
            type="button"
            class="btn btn-quiet btn-sm"
            @click="docket.hold([{ type: 'end-shared-login', sharedId: one.sharedId }], `shared ${one.sharedId}`)"
          >
            {{ t('shared.end') }}
          </button>
          <small class="facts">{{ factsOf(one) }}</small>
          <SharedLoginForm
            v-if="sharing === one.sharedId"
            :product="product"
            :seat-types="data.seatTypes"
            :shared="one"
            @close="sharing = ''"
          />
        </li>
      </ul>
    </template>
    <p v-if="lastList" class="muted last">
      {{
        t('accounts.lastList', {
          date: shortDate(lastList.asOf, today),
          count: lastList.count,
          by: lastList.by,
        })
      }}
    </p>
    <MemberList v-if="data.way !== 'none'" :product="product" :name="data.name" @applied="again" />
    <ConnectionPanel :product="product" />
  </section>
</template>

<style scoped>
h2 .btn {
  font: 600 13px 'Public Sans Variable';
}
h2 {
  margin: 16px 0 6px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: baseline;
}
.only {
  margin-left: auto;
  font: 400 13px 'Public Sans Variable';
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  padding: 7px 12px;
  border-top: 1px solid var(--line-soft);
  font-weight: 400;
  vertical-align: top;
}
thead th {
  border-top: 0;
  font-size: 12px;
  font-weight: 600;
}
.differs td:nth-child(3) {
  color: var(--ox);
}
.last {
  margin: 8px 0 0;
}
.nobodys {
  list-style: none;
  margin: 0;
  padding: 4px 14px;
}
.facts {
  display: block;
}
.nobodys li {
  padding: 5px 0;
}
@media (max-width: 600px) {
  .accounts td:nth-child(4),
  .accounts th:nth-child(4) {
    display: none;
  }
}
</style>
