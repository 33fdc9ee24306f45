<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { shortDate, todayIn } from '../logic/dates.ts'
import { useDocket } from '../state/docket.ts'
import { useFetched } from '../state/fetched.ts'
import { useSession } from '../state/session.ts'

interface Live {
  id: string
  maker: string
  made: string
  expires: string
}
interface Links {
  shares: (Live & { placeId: string; place: string; uses: number; path: string })[]
  invitations: (Live & { personId: string; person: string; mayCut: boolean })[]
}

// Everything that opens something and is live: who made it, what it opens, how old it is; each cut in one action.
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const { data } = useFetched<Links>(() => session.path('/links'))
const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))
const origin = location.origin
const day = (date: string) => shortDate(date, today.value)
</script>

<template>
  <section>
    <h1>{{ t('links.title') }}</h1>
    <p v-if="!data" class="muted">{{ t('common.loading') }}</p>
    <template v-else>
      <h2>{{ t('links.statements') }}</h2>
      <p v-if="data.shares.length === 0" class="muted">{{ t('links.noStatements') }}</p>
      <div v-for="share in data.shares" :key="share.id" class="sheet line">
        <span>
          <strong>{{ share.place }}</strong>
          <small class="muted">{{
            t('links.about', { maker: share.maker, made: day(share.made), expires: day(share.expires) })
          }}</small>
          <small class="muted">{{ t('links.uses', { count: share.uses }) }}</small>
          <a :href="share.path">{{ origin }}{{ share.path.slice(0, 40) }}…</a>
        </span>
        <BButton
          variant="outline-danger"
          @click="docket.hold([{ type: 'cut-share', shareId: share.id }], `cut ${share.id}`)"
          >{{ t('links.cut') }}</BButton
        >
      </div>
      <h2>{{ t('links.invitations') }}</h2>
      <p v-if="data.invitations.length === 0" class="muted">{{ t('links.noInvitations') }}</p>
      <div v-for="offer in data.invitations" :key="offer.id" class="sheet line">
        <span>
          <RouterLink :to="{ name: 'people', params: { personId: offer.personId } }">{{ offer.person }}</RouterLink>
          <small class="muted">{{
            t('links.about', { maker: offer.maker, made: day(offer.made), expires: day(offer.expires) })
          }}</small>
        </span>
        <BButton
          variant="outline-danger"
          :disabled="!offer.mayCut"
          @click="docket.hold([{ type: 'withdraw', offerId: offer.id }])"
          >{{ t('person.withdraw') }}</BButton
        >
      </div>
    </template>
  </section>
</template>

<style scoped>
section {
  max-width: 820px;
}
h2 {
  margin: 18px 0 6px;
}
.line {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  padding: 8px 14px;
  margin-bottom: 8px;
}
small,
.line a {
  display: block;
}
</style>
