<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask, ApiError } from '../../api/client.ts'
import type { OwnSignIn } from '../../api/types.ts'
import { shortDate, todayIn } from '../../logic/dates.ts'
import CopyText from '../../basics/CopyText.vue'
import NoticeSettings from './NoticeSettings.vue'
import OneField from '../../basics/OneField.vue'
import OwnRecord from './OwnRecord.vue'
import ProblemList from '../../basics/ProblemList.vue'
import { useFetched } from '../../state/fetched.ts'
import { useProof } from '../../state/proof.ts'
import { useSession } from '../../state/session.ts'
import NotYet from '../../basics/NotYet.vue'
import { must } from '@lodge/core/must'

// One's own sign-in methods, and where one is signed in.
const { t } = useI18n()
const session = useSession()
const proof = useProof()
const { data: own, error: readError, again } = useFetched<OwnSignIn>(() => '/api/sign-in')
const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))
const doing = ref<'email' | 'password' | 'codes' | null>(null)
const fresh = ref<{ secret: string; uri: string; picture: string } | null>(null)
const paper = ref<string[]>([])
const said = ref('')
const error = ref<ApiError | null>(null)
const day = (instant: string | null) =>
  instant === null ? t('means.never') : shortDate(instant.slice(0, 10), today.value)

/** Does something about one's own sign-in, with a fresh proof where it needs one, and shows how it is then. */
async function act(work: () => Promise<unknown>, says = ''): Promise<void> {
  error.value = null
  said.value = ''
  try {
    await proof.withProof(work)
    said.value = says
    doing.value = null
    await Promise.all([again(), session.again()])
  } catch (failure) {
    error.value = failure instanceof ApiError ? failure : new ApiError(0, 'no-passkey', t('signIn.noPasskey'))
  }
}

/** As `act`, but what went wrong is said beside the field it was typed into. */
async function sendField(work: () => Promise<unknown>, says: string): Promise<void> {
  await proof.withProof(work)
  said.value = says
  doing.value = null
  await Promise.all([again(), session.again()])
}

function toggle(what: NonNullable<typeof doing.value>): void {
  doing.value = doing.value === what ? null : what
}

const setPassword = (password: string) =>
  sendField(() => ask('PUT', '/api/sign-in/password', { password }), t('means.passwordSet'))
const setEmail = (email: string) =>
  sendField(() => ask('POST', '/api/sign-in/email', { email }), t('means.emailSent', { email }))

async function startCodes(): Promise<void> {
  await act(async () => (fresh.value = await ask('POST', '/api/sign-in/codes/new', {})))
  if (fresh.value) doing.value = 'codes'
}

const keepCodes = (code: string) =>
  sendField(async () => {
    const body = { secret: must(fresh.value, 'fresh').secret, code }
    const kept = await ask<{ backupCodes: string[] | null }>('POST', '/api/sign-in/codes', body)
    paper.value = kept.backupCodes ?? []
    fresh.value = null
  }, t('means.codesKept'))

const addPasskey = () =>
  act(async () => {
    const { startRegistration } = await import('@simplewebauthn/browser')
    const optionsJSON = await ask<never>('POST', '/api/sign-in/passkeys/options', {})
    await ask('POST', '/api/sign-in/passkeys', { answer: await startRegistration({ optionsJSON }) })
  }, t('means.passkeyKept'))

const newPaper = () =>
  act(async () => {
    paper.value = (await ask<{ backupCodes: string[] }>('POST', '/api/sign-in/backup-codes', {})).backupCodes
  })
</script>

<template>
  <section v-if="own" class="means">
    <h1>{{ t('means.title') }}</h1>
    <p v-if="session.me?.current?.needsMeans" class="asked" role="status">
      {{ t('means.needed', { account: session.me.current.accountName }) }}
    </p>
    <p v-if="session.me?.current?.narrow" class="asked" role="status">{{ t('means.narrow') }}</p>
    <p v-if="said" class="said" role="status">{{ said }}</p>
    <ProblemList v-if="error" :problems="[{ code: error.code, sentence: error.message }]" />

    <div class="sheet">
      <h2>{{ t('means.address') }}</h2>
      <p class="row">
        <span>{{ own.email }}</span>
        <button type="button" class="btn btn-quiet btn-sm" :aria-pressed="doing === 'email'" @click="toggle('email')">
          {{ t('means.changeIt') }}
        </button>
      </p>
      <OneField
        v-if="doing === 'email'"
        :label="t('means.newAddress')"
        type="email"
        autocomplete="email"
        :hint="t('means.emailHint')"
        :button="t('door.send')"
        :send="setEmail"
      />
      <h2>{{ t('means.password') }}</h2>
      <p class="row">
        <span>{{ own.hasPassword ? t('means.hasPassword') : t('means.noPassword') }}</span>
        <button
          type="button"
          class="btn btn-quiet btn-sm"
          :aria-pressed="doing === 'password'"
          @click="toggle('password')"
        >
          {{ t('means.setPassword') }}
        </button>
      </p>
      <OneField
        v-if="doing === 'password'"
        :label="t('door.newPassword')"
        type="password"
        autocomplete="new-password"
        :hint="t('means.passwordHint')"
        :button="t('door.set')"
        :send="setPassword"
      />
    </div>

    <div class="sheet">
      <h2>{{ t('means.second') }}</h2>
      <p v-if="own.means.length === 0" class="muted">{{ t('means.noSecond') }}</p>
      <p v-for="one in own.means" :key="one.id" class="row">
        <span>
          <strong>{{ one.kind === 'passkey' ? one.name : t('means.codes') }}</strong>
          <small class="muted">
            {{ t(`means.kind.${one.kind}`) }}, {{ t('means.used', { day: day(one.lastUsed) }) }}</small
          >
        </span>
        <button
          type="button"
          class="btn btn-quiet btn-sm"
          @click="act(() => ask('DELETE', `/api/sign-in/means/${one.id}`), t('means.gone'))"
        >
          {{ t('means.takeAway') }}
        </button>
      </p>
      <p v-if="own.means.length > 0" class="row">
        <span>{{ t('means.paper', { count: own.backupCodesLeft }) }}</span>
        <button type="button" class="btn btn-quiet btn-sm" @click="newPaper">{{ t('means.newPaper') }}</button>
      </p>
      <div v-if="paper.length > 0" class="paper">
        <p>{{ t('means.keepPaper') }}</p>
        <ul>
          <li v-for="code in paper" :key="code">{{ code }}</li>
        </ul>
      </div>
      <p class="buttons">
        <BButton variant="outline-primary" @click="addPasskey">{{ t('means.addPasskey') }}</BButton>
        <BButton variant="outline-primary" @click="startCodes">{{ t('means.addCodes') }}</BButton>
      </p>
      <div v-if="doing === 'codes' && fresh" class="codes">
        <p>{{ t('means.scan') }}</p>
        <img :src="`data:image/svg+xml;utf8,${encodeURIComponent(fresh.picture)}`" alt="" width="180" height="180" />
        <p class="muted">{{ t('means.orType') }} <CopyText :text="fresh.secret" :what="t('means.secret')" /></p>
        <OneField :label="t('means.shows')" autocomplete="one-time-code" :button="t('means.keep')" :send="keepCodes" />
      </div>
    </div>

    <div class="sheet">
      <h2>{{ t('means.sessions') }}</h2>
      <p v-for="one in own.sessions" :key="one.id" class="row">
        <span>
          {{ one.device || t('means.unknownDevice') }}
          <small class="muted">{{ t('means.since', { day: day(one.created) }) }}</small>
        </span>
        <em v-if="one.isThis" class="muted">{{ t('means.thisOne') }}</em>
        <button
          v-else
          type="button"
          class="btn btn-quiet btn-sm"
          @click="act(() => ask('DELETE', `/api/sessions/${one.id}`))"
        >
          {{ t('means.end') }}
        </button>
      </p>
      <p v-if="own.sessions.length > 1">
        <BButton variant="outline-danger" @click="act(() => ask('DELETE', '/api/sessions'), t('means.allEnded'))">{{
          t('means.endAll')
        }}</BButton>
      </p>
    </div>
    <NoticeSettings v-if="session.rooms.length > 1" />
    <OwnRecord
      v-if="session.me?.current && !session.seeing && !session.me.current.narrow && !session.me.current.needsMeans"
    />
  </section>
  <NotYet v-else :error="readError" :again="again" />
</template>

<style scoped>
.means {
  max-width: 680px;
}
h1 {
  margin-bottom: 12px;
}
.sheet h2:not(:first-child) {
  margin-top: 14px;
}
.buttons + .codes {
  margin-top: 12px;
}
.sheet {
  padding: 14px 18px;
  margin-bottom: 14px;
}
.row {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
  min-height: 36px;
  margin: 0;
  border-bottom: 1px solid var(--line-soft);
}
.row small {
  display: block;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 12px 0 0;
}
.asked {
  background: var(--brass-soft);
  padding: 8px 12px;
}
.said {
  background: var(--green-soft);
  padding: 8px 12px;
}
.paper {
  background: var(--paper);
  border: 1px solid var(--line);
  padding: 10px 14px;
  margin-top: 10px;
}
.paper ul {
  columns: 2;
  list-style: none;
  padding: 0;
  margin: 0;
  font-family: ui-monospace, monospace;
}
.codes img {
  background: #fff;
  padding: 6px;
}
code {
  color: var(--ink);
  overflow-wrap: anywhere;
}
</style>
