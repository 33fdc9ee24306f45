<script setup lang="ts">
import { onScopeDispose, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask, type ApiError } from '../../api/client.ts'
import type { DeskNews } from '../../api/types.ts'
import { shortDate } from '../../logic/dates.ts'
import DoorMark from '../../marks/DoorMark.vue'
import RailIcon from '../../marks/RailIcon.vue'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'

// News that is not part of the account: who waits for a second person to confirm them, and who accepted one's invitation.
defineProps<{ today: string }>()
const LOOKED_EVERY_MILLISECONDS = 15_000
const { t } = useI18n()
const session = useSession()
const { data: news, again } = useFetched<DeskNews>(() => (session.seeing ? null : session.path('/notices/desk')))
const error = ref('')
// Nobody tells of a sign-in: it alters no account.
const timer = setInterval(() => document.visibilityState === 'visible' && void again(), LOOKED_EVERY_MILLISECONDS)
onScopeDispose(() => clearInterval(timer))

async function act(path: string): Promise<void> {
  error.value = ''
  try {
    await ask('POST', session.path(path), {})
  } catch (failure) {
    error.value = (failure as ApiError).message
  }
  await again()
}
</script>

<template>
  <section v-if="news && news.atTheDoor.length > 0" class="needs" :aria-label="t('desk.door')">
    <h2>
      {{ t('desk.door') }} <span class="muted">{{ news.atTheDoor.length }}</span>
    </h2>
    <div class="sheet">
      <p v-for="one in news.atTheDoor" :key="one.personId" class="line">
        <DoorMark state="waiting" />
        <span
          ><RouterLink :to="{ name: 'people', params: { personId: one.personId } }"
            ><strong>{{ one.name }}</strong></RouterLink
          >{{ t('desk.atTheDoor', { issuer: one.issuer }) }}</span
        >
        <BButton
          variant="outline-primary"
          size="sm"
          :disabled="!one.mayCountersign"
          :title="one.mayCountersign ? undefined : t('wayIn.notBoth')"
          @click="act(`/people/${one.personId}/countersign`)"
          >{{ t('wayIn.countersign') }}</BButton
        >
      </p>
      <p v-if="error" class="line oxblood" role="alert">{{ error }}</p>
    </div>
  </section>
  <section v-if="news && news.tokens.length > 0" class="needs" :aria-label="t('desk.tokens')">
    <h2>
      {{ t('desk.tokens') }} <span class="muted">{{ news.tokens.length }}</span>
    </h2>
    <div class="sheet">
      <p v-for="one in news.tokens" :key="one.id" class="line">
        <RailIcon name="seats" />
        <span
          ><strong>{{ one.name || t('tokens.unnamed') }}</strong
          >{{
            one.uncared ? t('desk.tokenUncared') : t('desk.tokenEnds', { day: shortDate(one.lastDay, today) })
          }}</span
        >
        <RouterLink
          class="btn btn-outline-primary btn-sm"
          :to="{ name: 'seats', params: { product: one.product, tab: 'about' } }"
          >{{ t('desk.look') }}</RouterLink
        >
      </p>
    </div>
  </section>
  <section v-if="news && news.taken.length > 0" class="needs" :aria-label="t('desk.taken')">
    <h2>
      {{ t('desk.taken') }} <span class="muted">{{ news.taken.length }}</span>
    </h2>
    <div class="sheet">
      <p v-for="one in news.taken" :key="one.id" class="line">
        <DoorMark :state="one.kind === 'waits' ? 'waiting' : 'active'" />
        <span
          ><RouterLink :to="{ name: 'people', params: { personId: one.personId } }"
            ><strong>{{ one.name }}</strong></RouterLink
          >{{ t(`desk.takenUp.${one.kind}`, { day: shortDate(one.on, today) }) }}</span
        >
      </p>
      <p class="line end">
        <button type="button" class="btn btn-quiet btn-sm" @click="act('/notices/desk/seen')">
          {{ t('desk.takenSeen') }}
        </button>
      </p>
    </div>
  </section>
</template>

<style scoped>
h2 {
  font-size: 14px;
  min-height: 30px;
  margin: 4px 0 2px;
  display: flex;
  gap: 6px;
  align-items: center;
}
.line {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
  margin: 0;
  padding: 2px 12px;
  min-height: 36px;
  border-top: 1px solid var(--line-soft);
}
.line:first-child {
  border-top: 0;
}
.end {
  display: block;
}
a {
  color: var(--ink);
  text-decoration: none;
}
a:hover {
  text-decoration: underline;
}
</style>
