<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask } from '../../api/client.ts'
import { shortDate, todayIn } from '../../logic/dates.ts'
import CopyText from '../../basics/CopyText.vue'
import LinkForm from './LinkForm.vue'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import NotYet from '../../basics/NotYet.vue'

interface Live {
  id: string
  maker: string
  made: string
  expires: string
}
interface Links {
  shares: (Live & { placeId: string; place: string; uses: number; path: string })[]
  arrivals: (Live & { name: string; uses: number; maximumUses: number })[]
  invitations: (Live & { personId: string; person: string; mayCut: boolean })[]
}

// Everything that opens something and is live: who made it, what it opens, how old it is; each cut in one action.
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const { data, error, again } = useFetched<Links>(() => session.path('/links'))
const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))
const origin = location.origin
const making = ref(false)
watch(
  () => docket.applied,
  (applied) => applied && (making.value = false),
)
const opened = ref<{ id: string; address: string; picture: string } | null>(null)

async function open(id: string): Promise<void> {
  if (opened.value?.id === id) return void (opened.value = null)
  const found = await ask<{ address: string; picture: string }>('GET', session.path(`/links/${id}/address`))
  opened.value = { id, ...found }
}
const renaming = ref('')

function rename(linkId: string, event: Event): void {
  const name = (event.target as HTMLInputElement).value.trim()
  if (name) docket.hold([{ type: 'rename-link', linkId, name }], `rename ${linkId}`)
  renaming.value = ''
}
const day = (date: string) => shortDate(date, today.value)
</script>

<template>
  <section>
    <h1>{{ t('links.title') }}</h1>
    <NotYet v-if="!data" :error="error" :again="again" />
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
      <h2>{{ t('links.arrivals') }}</h2>
      <p>
        <BButton variant="outline-primary" :aria-pressed="making" @click="making = !making">{{
          t('links.make')
        }}</BButton>
      </p>
      <LinkForm v-if="making" />
      <p v-if="data.arrivals.length === 0" class="muted">{{ t('links.noArrivals') }}</p>
      <div v-for="link in data.arrivals" :key="link.id" class="sheet line">
        <span>
          <strong>{{ link.name }}</strong>
          <small class="muted">{{
            t('links.about', { maker: link.maker, made: day(link.made), expires: day(link.expires) })
          }}</small>
          <small class="muted">{{ t('links.came', { uses: link.uses, most: link.maximumUses }) }}</small>
          <button
            type="button"
            class="btn btn-quiet btn-sm"
            :aria-expanded="opened?.id === link.id"
            @click="open(link.id)"
          >
            {{ t('links.show') }}
          </button>
          <button
            type="button"
            class="btn btn-quiet btn-sm"
            :aria-expanded="renaming === link.id"
            @click="renaming = renaming === link.id ? '' : link.id"
          >
            {{ t('links.rename') }}
          </button>
          <label v-if="renaming === link.id">
            {{ t('links.newName') }}
            <input
              class="form-control form-control-sm"
              maxlength="60"
              :value="link.name"
              @change="rename(link.id, $event)"
            />
          </label>
          <template v-if="opened?.id === link.id">
            <CopyText :text="opened.address" :what="t('links.address')" />
            <img
              :src="`data:image/svg+xml;utf8,${encodeURIComponent(opened.picture)}`"
              :alt="t('links.picture')"
              width="180"
              height="180"
            />
          </template>
        </span>
        <BButton
          variant="outline-danger"
          @click="docket.hold([{ type: 'cut-link', linkId: link.id }], `cut ${link.id}`)"
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
