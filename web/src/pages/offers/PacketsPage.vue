<script setup lang="ts">
import type { PacketRow, PacketsView, PlaceKeys } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import KeyMark from '../../marks/KeyMark.vue'
import ControlButton from '../../basics/ControlButton.vue'
import ListAndSheet from '../../basics/ListAndSheet.vue'
import MoreActs from '../../basics/MoreActs.vue'
import PacketForm from './PacketForm.vue'
import SheetFacts from '../../basics/SheetFacts.vue'
import SheetHead from '../../basics/SheetHead.vue'
import SheetSection from '../../basics/SheetSection.vue'
import VirtualList from '../../basics/VirtualList.vue'
import ViewHead from '../../basics/ViewHead.vue'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useMoney } from '../../state/money.ts'
import { useSession } from '../../state/session.ts'
import NotYet from '../../basics/NotYet.vue'

// Packets: named starts for kinds of newcomers, each tried out on paper before anybody comes by it.
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const docket = useDocket()
const { data, error, again } = useFetched<PacketsView>(() => session.path('/packets'))
const chosenId = computed(() => String(route.params.packetId ?? ''))
const likeId = computed(() => String(route.query.like ?? ''))
const making = computed(() => route.query.make === '1' || likeId.value !== '')
const packet = computed(() => data.value?.packets.find((one) => one.id === chosenId.value))
const { data: like } = useFetched<Omit<PacketRow, 'id' | 'name'>>(() =>
  likeId.value ? session.path(`/people/${likeId.value}/packet`) : null,
)
const { data: paper } = useFetched<{ keys: PlaceKeys[] }>(() =>
  chosenId.value ? session.path(`/packets/${chosenId.value}/paper`) : null,
)
const editing = ref(false)
const { sum } = useMoney()

const facts = computed(() => {
  const one = packet.value
  if (!one) return []
  return [
    { name: t('record.kind'), text: t(`kind.${one.kind}`) },
    { name: t('record.standing'), text: t(`standing.${one.standing}`), aside: t(`standingAbout.${one.standing}`) },
  ]
})

function go(packetId: string, query: Record<string, string> = {}): void {
  editing.value = false
  docket.release('packet-form')
  void router.push({ name: 'packets', params: { packetId }, query })
}
</script>

<template>
  <ListAndSheet :open="chosenId !== '' || making">
    <template #list>
      <ViewHead :title="t('packets.title')" :count="data?.packets.length">
        <RouterLink :to="{ name: 'people' }">{{ t('people.title') }}</RouterLink>
        <BButton
          variant="primary"
          :disabled="!data?.controls.make.enabled"
          :title="data?.controls.make.reason"
          @click="go('', { make: '1' })"
          >{{ t('packets.make') }}</BButton
        >
      </ViewHead>
      <VirtualList
        class="packets"
        role="grid"
        :rows="data?.packets ?? []"
        :chosen-id="chosenId"
        :label="t('packets.title')"
        @choose="go($event.id)"
        @close="go('')"
      >
        <template #head>
          <span>{{ t('people.name') }}</span>
          <span>{{ t('packets.gives') }}</span>
          <span class="number">{{ t('packets.month') }}</span>
        </template>
        <template #row="{ row }">
          <span role="gridcell">{{ row.name }}</span>
          <span role="gridcell" class="muted">{{
            [...row.grantNames, ...row.groupNames, ...row.seatNames].join('; ')
          }}</span>
          <span role="gridcell" class="number">{{
            row.monthMinor === null ? '' : row.monthMinor === 0 ? t('person.noCharge') : sum(row.monthMinor)
          }}</span>
        </template>
        <template #none>
          <template v-if="data">{{ t('packets.none') }}</template>
          <NotYet v-else :error="error" :again="again" />
        </template>
      </VirtualList>
    </template>
    <template #sheet>
      <article v-if="making">
        <SheetHead :close-label="t('packets.close')" @close="go('')">
          <h2>{{ t('packets.make') }}</h2>
        </SheetHead>
        <PacketForm v-if="!likeId || like" :like="like ?? undefined" @close="go('')" />
      </article>
      <article v-else-if="packet">
        <SheetHead :close-label="t('packets.close')" @close="go('')">
          <h2>{{ packet.name }}</h2>
        </SheetHead>
        <SheetFacts :facts="facts" />
        <MoreActs>
          <BButton
            variant="primary"
            @click="
              router.push({ name: 'people', params: { personId: '' }, query: { invite: '1', packet: packet.id } })
            "
            >{{ t('packets.invite') }}</BButton
          >
          <ControlButton :control="data?.controls.make" :aria-pressed="editing" @click="editing = !editing">{{
            t('packets.edit')
          }}</ControlButton>
          <template #more>
            <ControlButton
              danger
              :control="data?.controls.make"
              @click="docket.hold([{ type: 'remove-packet', packetId: packet.id }], `remove ${packet.id}`)"
              >{{ t('groups.remove') }}</ControlButton
            >
          </template>
        </MoreActs>
        <PacketForm v-if="editing" :packet="packet" @close="editing = false" />
        <template v-else>
          <SheetSection :title="t('packets.holds')">
            <p
              v-for="line in [...packet.grantNames, ...packet.groupNames, ...packet.seatNames]"
              :key="line"
              class="line"
            >
              {{ line }}
            </p>
          </SheetSection>
          <SheetSection :title="t('packets.paper')">
            <p v-if="paper && paper.keys.length === 0" class="muted">{{ t('packets.nothing') }}</p>
            <p v-for="place in paper?.keys ?? []" :key="place.placeId" class="line place">
              <span
                >{{ place.path.join(' / ') || place.name }}
                <small v-if="place.beneath" class="muted">{{
                  t('effect.beneath', { count: place.beneath })
                }}</small></span
              >
              <KeyMark :level="place.highest" />
            </p>
          </SheetSection>
        </template>
      </article>
    </template>
  </ListAndSheet>
</template>

<style scoped>
.packets {
  --columns: minmax(120px, 1fr) minmax(0, 2fr) 80px;
}
.number {
  text-align: right;
}
.line {
  margin: 0;
  padding: 5px 0;
  border-bottom: 1px solid var(--line-soft);
}
.place {
  display: flex;
  justify-content: space-between;
}
</style>
