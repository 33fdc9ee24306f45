<script setup lang="ts">
import type { PacketRow, PacketsView } from '@lodge/core'
import { computed, onMounted, reactive, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import { emptyInvitation, invitationFrom, invitationOf, startOf, type InvitationForm } from '../../logic/invitation.ts'
import { useChoices } from '../../state/choices.ts'
import { useDocketPlace } from '../../state/docket-place.ts'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import OfferKeys from './OfferKeys.vue'
import OfferSeats from './OfferSeats.vue'
import PickMany from '../../basics/PickMany.vue'
import SheetHead from '../../basics/SheetHead.vue'
import DateField from '../../basics/DateField.vue'
import PickOne from '../../basics/PickOne.vue'
import { entryAt } from '@lodge/core/must'
import type { NewOf } from '../../api/types.ts'

// Who is invited, to what and until when; the docket shows what it does as it is filled in.
defineEmits<{ close: [] }>()
const { t } = useI18n()
const docket = useDocket()
const session = useSession()
const route = useRoute()
const { choices, firms, makeFirm } = useChoices()
const form = reactive<InvitationForm>(emptyInvitation())
useDocketPlace('invite')
const sentTo = ref('')

const named = (list: readonly { id: string; name: string }[] | undefined) => [
  { value: '', text: t('invite.none') },
  ...(list ?? []).map(({ id, name }) => ({ value: id, text: name })),
]
const kinds = (['staff', 'contractor', 'client'] as const).map((value) => ({ value, text: t(`kind.${value}`) }))
const standings = (['administrator', 'member', 'guest'] as const).map((value) => ({
  value,
  text: t(`standing.${value}`),
}))
const groups = computed(() => (choices.value?.groups ?? []).map(({ id, name }) => ({ value: id, text: name })))

async function addFirm(name: string): Promise<void> {
  form.employerId = await makeFirm(name)
}

/** Takes up an invitation left in hand, which may come a moment after the form. */
function takeUp(): void {
  const kept = docket.changes.find((change) => change.type === 'invite')
  if (kept && !form.name && !form.email) Object.assign(form, invitationFrom(kept))
}
onMounted(takeUp)
watch(
  () => docket.mends,
  () => {
    const mended = docket.changes.find((change) => change.type === 'invite')
    if (mended) Object.assign(form, invitationFrom(mended))
  },
)

/** Someone who is here, whose standing, seats, groups and keys a newcomer starts with. */
const { data: like } = useFetched<Omit<PacketRow, 'id' | 'name'>>(() =>
  route.query.like ? session.path(`/people/${String(route.query.like)}/packet`) : null,
)
watch(like, (chosen) => {
  if (chosen) Object.assign(form, startOf(chosen))
})
/** An invitation that came to nothing, sent anew: filled in as it was. */
const { data: earlier } = useFetched<Omit<NewOf<'invite'>, 'type'>>(
  () => (route.query.again ? session.path(`/people/${String(route.query.again)}/again`) : null),
  true,
)
watch(earlier, (found) => {
  if (found) Object.assign(form, invitationFrom({ type: 'invite', ...found }))
})
// From a place's sheet: the first key is for there.
if (route.query.at) entryAt(form.keys, 0).placeIds = [String(route.query.at)]

const { data: known } = useFetched<PacketsView>(() => session.path('/packets'))
const packetId = ref(String(route.query.packet ?? ''))
const packets = computed(() => (known.value?.packets ?? []).map(({ id, name }) => ({ value: id, text: name })))
const packet = computed(() => known.value?.packets.find((one) => one.id === packetId.value))
watch(packet, (chosen, before) => {
  if (chosen && chosen.id !== before?.id) Object.assign(form, startOf(chosen))
})

watch(form, () => {
  const change = invitationOf(form)
  if (!change) return
  sentTo.value = ''
  docket.hold([change], 'invite')
})
watch(
  () => docket.isEmpty,
  (empty) => {
    if (!empty) return takeUp()
    if (!form.name) return
    sentTo.value = form.name
    Object.assign(form, emptyInvitation())
  },
)
watch(
  () => form.kind,
  (kind) => {
    // A packet’s membership comes first.
    if (packet.value?.kind !== kind) form.standing = kind === 'staff' ? 'member' : 'guest'
  },
)
</script>

<template>
  <article>
    <SheetHead :close-label="t('invite.close')" @close="$emit('close')">
      <h2>{{ t('invite.title') }}</h2>
    </SheetHead>
    <p v-if="sentTo" class="sent" role="status">{{ t('invite.sent', { name: sentTo }) }}</p>
    <BForm @submit.prevent>
      <BFormGroup v-if="packets.length > 0" :label="t('packets.start')" label-for="invite-packet">
        <BFormSelect
          id="invite-packet"
          v-model="packetId"
          :options="[{ value: '', text: t('packets.byHand') }, ...packets]"
        />
      </BFormGroup>
      <div class="pair">
        <BFormGroup :label="t('invite.name')" label-for="invite-name">
          <BFormInput id="invite-name" v-model="form.name" autocomplete="off" maxlength="120" autofocus />
        </BFormGroup>
        <BFormGroup :label="t('invite.email')" label-for="invite-email">
          <BFormInput
            id="invite-email"
            v-model="form.email"
            type="email"
            autocomplete="off"
            maxlength="200"
            :disabled="form.byHand"
          />
        </BFormGroup>
      </div>
      <label class="by-hand"><input v-model="form.byHand" type="checkbox" /> {{ t('invite.byHand') }}</label>
      <div class="pair">
        <BFormGroup :label="t('invite.kind')" label-for="invite-kind">
          <BFormSelect id="invite-kind" v-model="form.kind" :options="kinds" />
          <small class="muted">{{ t(`kindAbout.${form.kind}`) }}</small>
        </BFormGroup>
        <BFormGroup :label="t('invite.standing')" label-for="invite-standing">
          <BFormSelect id="invite-standing" v-model="form.standing" :options="standings" />
          <small class="muted">{{ t(`standingAbout.${form.standing}`) }}</small>
        </BFormGroup>
      </div>
      <div class="pair">
        <BFormGroup :label="t('invite.from')" label-for="invite-from">
          <DateField id="invite-from" v-model="form.from" />
        </BFormGroup>
        <BFormGroup :label="t('invite.until')" label-for="invite-until">
          <DateField id="invite-until" v-model="form.until" />
        </BFormGroup>
      </div>
      <div class="pair">
        <BFormGroup :label="t('invite.employer')" label-for="invite-employer">
          <PickOne
            id="invite-employer"
            v-model="form.employerId"
            :options="[{ value: '', text: t('invite.none') }, ...firms]"
            make-new
            @make="addFirm"
          />
        </BFormGroup>
        <BFormGroup :label="t('invite.manager')" label-for="invite-manager">
          <PickOne id="invite-manager" v-model="form.managerId" :options="named(choices?.managers)" />
        </BFormGroup>
      </div>
      <OfferSeats v-model="form.seats" may-be-own />
      <PickMany v-if="groups.length > 0" v-model="form.groupIds" :options="groups" :label="t('invite.groups')" />
      <OfferKeys v-model="form.keys" />
      <BFormGroup :label="t('invite.line')" label-for="invite-line" class="line">
        <BFormInput id="invite-line" v-model="form.line" maxlength="400" :placeholder="t('invite.optional')" />
      </BFormGroup>
      <BFormGroup :label="t('record.phone')" label-for="invite-phone" :description="t('invite.phoneHint')">
        <BFormInput
          id="invite-phone"
          v-model="form.phone"
          type="tel"
          maxlength="40"
          :placeholder="t('invite.optional')"
        />
      </BFormGroup>
      <p v-if="docket.isEmpty" class="muted">{{ t('invite.missing') }}</p>
    </BForm>
  </article>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 10px;
  margin-bottom: 8px;
}
.pair .b-form-group {
  margin-top: 0;
}
.by-hand {
  display: block;
  margin-bottom: 8px;
}
.line {
  margin: 10px 0 6px;
}
.sent {
  background: var(--green-soft);
  border-radius: 4px;
  padding: 8px 12px;
}
</style>
