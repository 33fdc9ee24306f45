<script setup lang="ts">
import type { ConnectionsView } from '@lodge/core'
import { computed, reactive, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { ApiError } from '../../api/client.ts'
import { ask } from '../../api/client.ts'
import { localParts, longDate } from '../../logic/dates.ts'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useProof } from '../../state/proof.ts'
import { useSession } from '../../state/session.ts'

interface Difference {
  remoteId: string
  userName: string
  name: string | null
  difference: string
  seats: string[]
}
interface Held {
  differences: Difference[]
  open: number
  /** The last reading of everything there; null: there was none. */
  read: { at: string; accounts: number; groups: number | null } | null
  /** What the product would not do for one person or group. */
  problems: { kind: string; name: string | null; sentence: string; at: string }[]
  /** What is wrong, where it could not be read when last tried. */
  trouble: { failures: number; lastError: string; failedAt: string; nextTryAt: string | null } | null
  tokenKept: boolean
}

// A product whose accounts follow this one: where it is asked, what it holds, and what there differs from here.
const props = defineProps<{ product: string }>()
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const { data } = useFetched<ConnectionsView>(() => session.path('/connections'))
const connections = computed(() => data.value?.connections.filter((one) => one.product === props.product) ?? [])
const connecting = ref(false)
const form = reactive({ scimAddress: '', thingsAddress: '' })
const token = reactive<Record<string, string>>({})
const held = reactive<Record<string, Held>>({})
const proof = useProof()
const said = ref('')
/** The connection whose kept token is about to be replaced. */
const replacing = ref('')

// What each holds is there from the beginning, as it was last read.
/** Each connection with what was read of it last, once it was. */
const shown = computed(() => connections.value.map((one) => ({ ...one, held: held[one.id] })))
watch(connections, (found) => found.forEach(({ id }) => void read(id).catch(() => undefined)))

/** How often each was asked for: an answer that comes after a later one is of before. */
const turns: Record<string, number> = {}

async function read(id: string): Promise<void> {
  const mine = (turns[id] = (turns[id] ?? 0) + 1)
  const found = await ask<Held>('GET', path(id, '/accounts'))
  if (mine === turns[id]) held[id] = found
}

function connect(): void {
  const { scimAddress, thingsAddress } = form
  const { product } = props
  const things = thingsAddress ? { thingsAddress } : {}
  docket.hold([{ type: 'connect-product', product, scimAddress, ...things }], `connect ${product}`)
}

/** Does something at the server and says what came of it. */
async function act(work: () => Promise<unknown>, words: string): Promise<void> {
  said.value = ''
  try {
    await work()
    said.value = words
  } catch (failure) {
    said.value = (failure as ApiError).message
  }
}

/** An instant as it reads in the account's zone. */
function timeOf(text: string): string {
  const { date, time } = localParts(text, session.me?.current?.zone ?? 'UTC')
  return `${longDate(date)}, ${time}`
}

/** What the last whole reading found; what was never read is not said to agree. */
function reading({ read: last, differences, problems, trouble, open }: Held): string {
  if (!last) return t('connections.unread', { count: open }, open)
  const found = { at: timeOf(last.at), accounts: last.accounts, groups: last.groups ?? 0, open }
  const whole = t(last.groups === null ? 'connections.readNoGroups' : 'connections.read', found)
  const agrees = differences.length + problems.length === 0 && !trouble
  return agrees ? `${whole} ${t('connections.same')}` : whole
}

const path = (id: string, rest: string) => session.path(`/connections/${id}${rest}`)

function keep(id: string): Promise<void> {
  return act(async () => {
    await proof.withProof(() => ask('PUT', path(id, '/secret'), { token: token[id] ?? '' }))
    token[id] = ''
    replacing.value = ''
    await read(id)
  }, t('connections.kept'))
}

function look(id: string): Promise<void> {
  return act(() => read(id), '')
}

function compare(id: string): Promise<void> {
  const name = data.value?.connections.find((one) => one.id === id)?.name
  return act(() => ask('POST', path(id, '/compare'), {}), t('connections.comparing', { name }))
}

async function mend(id: string, remoteId: string): Promise<void> {
  await act(() => ask('POST', path(id, '/mend'), { remoteId }), t('connections.mended'))
  // What came of it stays said while the rest is read anew.
  await read(id).catch(() => undefined)
}
</script>

<template>
  <section v-if="data" class="connections">
    <h2>{{ t('connections.title') }}</h2>
    <p v-if="said" role="status">{{ said }}</p>
    <template v-if="connections.length > 0">
      <article v-for="one in shown" :key="one.id" class="sheet one">
        <p class="muted">
          {{ one.scimAddress }}<template v-if="one.thingsAddress"><br />{{ one.thingsAddress }}</template>
        </p>
        <template v-if="one.held">
          <p>{{ reading(one.held) }}</p>
          <p v-if="one.held.trouble" role="alert" class="oxblood">
            {{
              t('connections.trouble', {
                at: timeOf(one.held.trouble.failedAt),
                why: one.held.trouble.lastError,
              })
            }}
            <template v-if="one.held.trouble.nextTryAt">{{
              t('connections.nextTry', { at: timeOf(one.held.trouble.nextTryAt) })
            }}</template>
          </p>
          <p v-for="(problem, at) in one.held.problems" :key="at" class="line difference oxblood">
            <span
              ><strong>{{ problem.name ?? t('connections.somebody') }}</strong> {{ problem.sentence }}
              <small class="muted">{{ timeOf(problem.at) }}</small></span
            >
          </p>
          <p v-for="account in one.held.differences" :key="account.remoteId" class="line difference">
            <span
              ><strong>{{ account.name ?? account.userName }}</strong>
              {{ t(`connections.difference.${account.difference}`) }}
              <small class="muted">{{ account.seats.join(', ') }}</small></span
            >
            <BButton
              size="sm"
              variant="primary"
              v-if="account.difference !== 'foreign'"
              :disabled="!data.control.enabled"
              :title="data.control.reason"
              @click="mend(one.id, account.remoteId)"
              >{{ account.difference === 'unknown' ? t('connections.close') : t('connections.mend') }}</BButton
            >
          </p>
        </template>
        <p v-if="one.held?.tokenKept && replacing !== one.id" class="line token">
          {{ t('connections.tokenKept') }}
          <button
            type="button"
            class="btn btn-quiet btn-sm"
            :disabled="!data.control.enabled"
            :title="data.control.reason"
            @click="replacing = one.id"
          >
            {{ t('connections.replace') }}
          </button>
        </p>
        <form v-else-if="one.held" class="line" @submit.prevent="keep(one.id)">
          <label
            >{{ t('connections.token') }}
            <input v-model="token[one.id]" class="form-control form-control-sm" type="password" autocomplete="off"
          /></label>
          <BButton
            type="submit"
            size="sm"
            variant="outline-primary"
            :disabled="!data.control.enabled || !token[one.id]"
            >{{ t('connections.keep') }}</BButton
          >
        </form>
        <p class="line">
          <BButton size="sm" variant="outline-primary" @click="look(one.id)">{{ t('connections.look') }}</BButton>
          <BButton size="sm" variant="outline-primary" :disabled="!data.control.enabled" @click="compare(one.id)">{{
            t('connections.compare')
          }}</BButton>
          <BButton
            size="sm"
            variant="outline-danger"
            :disabled="!data.control.enabled"
            :title="data.control.reason"
            @click="docket.hold([{ type: 'disconnect-product', connectionId: one.id }], `connection ${one.id}`)"
            >{{ t('connections.cut') }}</BButton
          >
        </p>
      </article>
    </template>
    <template v-else>
      <p class="muted">
        {{ t('connections.about') }}
        <button v-if="!connecting" type="button" class="btn btn-quiet btn-sm" @click="connecting = true">
          {{ t('connections.new') }}
        </button>
      </p>
      <form v-if="connecting" class="sheet one" @submit.prevent="connect">
        <label
          >{{ t('connections.scim') }}
          <input v-model="form.scimAddress" class="form-control form-control-sm" type="url" required
        /></label>
        <label
          >{{ t('connections.things') }}
          <input v-model="form.thingsAddress" class="form-control form-control-sm" type="url"
        /></label>
        <BButton type="submit" variant="primary" :disabled="!data.control.enabled" :title="data.control.reason">{{
          t('connections.connect')
        }}</BButton>
      </form>
    </template>
  </section>
</template>

<style scoped>
.connections {
  max-width: 760px;
}
.one {
  padding: 14px 18px;
  margin-bottom: 14px;
}
h2 {
  margin: 16px 0 6px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: end;
  margin: 0 0 10px;
}
.token {
  align-items: center;
}
.difference {
  justify-content: space-between;
  border-top: 1px solid var(--line-soft);
  padding-top: 6px;
}
form.one label {
  display: block;
  margin-bottom: 8px;
}
</style>
