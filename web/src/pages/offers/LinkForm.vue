<script setup lang="ts">
import type { PacketsView } from '@lodge/core'
import { computed, reactive, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { grantsOf, seatsOf, startOf, type OfferedKey } from '../../logic/invitation.ts'
import { useChoices } from '../../state/choices.ts'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import DateField from '../../basics/DateField.vue'
import OfferKeys from './OfferKeys.vue'
import OfferSeats from './OfferSeats.vue'
import PickMany from '../../basics/PickMany.vue'
import PickOne from '../../basics/PickOne.vue'

// A link by which people come: what it gives, as an invitation does, for how many and until when; seen before it is made.
const props = defineProps<{ placeId?: string }>()
const { t } = useI18n()
const docket = useDocket()
const session = useSession()
const { choices, firms, makeFirm } = useChoices()
const SLOT = 'make-link'
const form = reactive({
  name: '',
  kind: 'contractor' as 'staff' | 'contractor' | 'client',
  standing: 'guest' as 'member' | 'guest',
  keys: [{ roleId: '', placeIds: props.placeId ? [props.placeId] : [] }] as OfferedKey[],
  seats: [''],
  groupIds: [] as string[],
  employerId: '',
  maximumUses: 10,
  until: '',
  engagementUntil: '',
  domain: '',
  waits: true,
})
const kinds = (['staff', 'contractor', 'client'] as const).map((value) => ({ value, text: t(`kind.${value}`) }))
const standings = (['member', 'guest'] as const).map((value) => ({ value, text: t(`standing.${value}`) }))
const groups = computed(() => (choices.value?.groups ?? []).map(({ id, name }) => ({ value: id, text: name })))
const { data: known } = useFetched<PacketsView>(() => session.path('/packets'))
/** Packets that a link may carry: nobody comes by a link as an administrator. */
const packets = computed(() =>
  (known.value?.packets ?? []).flatMap(({ id, name, standing }) =>
    standing === 'administrator' ? [] : [{ value: id, text: name }],
  ),
)
const packetId = ref('')
watch(packetId, (id) => {
  const packet = known.value?.packets.find((one) => one.id === id)
  if (!packet) return
  Object.assign(form, startOf(packet))
})
watch(
  () => form.kind,
  (kind) => {
    if (!packetId.value) form.standing = kind === 'staff' ? 'member' : 'guest'
  },
)

async function addFirm(name: string): Promise<void> {
  form.employerId = await makeFirm(name)
}

watch(form, () => {
  if (!form.name.trim() || !form.until) return docket.release(SLOT)
  docket.hold(
    [
      {
        type: 'make-link',
        name: form.name.trim(),
        kind: form.kind,
        standing: form.standing,
        grants: grantsOf(form.keys),
        seats: seatsOf(form.seats),
        groupIds: [...form.groupIds],
        maximumUses: form.maximumUses,
        until: form.until,
        waits: form.waits,
        ...(form.employerId ? { employerId: form.employerId } : {}),
        ...(form.engagementUntil ? { engagementUntil: form.engagementUntil } : {}),
        ...(form.domain.trim() ? { domain: form.domain.trim() } : {}),
      },
    ],
    SLOT,
  )
})
</script>

<template>
  <BForm class="sheet form" @submit.prevent>
    <BFormGroup v-if="packets.length > 0" :label="t('packets.start')" label-for="link-packet">
      <BFormSelect
        id="link-packet"
        v-model="packetId"
        :options="[{ value: '', text: t('packets.byHand') }, ...packets]"
      />
    </BFormGroup>
    <div class="pair">
      <BFormGroup :label="t('links.name')" label-for="link-name">
        <BFormInput id="link-name" v-model="form.name" maxlength="60" />
      </BFormGroup>
      <BFormGroup :label="t('links.opens')" label-for="link-until">
        <DateField id="link-until" v-model="form.until" />
      </BFormGroup>
      <BFormGroup :label="t('links.people')" label-for="link-uses">
        <BFormInput id="link-uses" v-model.number="form.maximumUses" type="number" min="1" max="1000" />
      </BFormGroup>
      <BFormGroup :label="t('links.domain')" label-for="link-domain">
        <BFormInput id="link-domain" v-model="form.domain" :placeholder="t('invite.optional')" />
      </BFormGroup>
      <BFormGroup :label="t('invite.kind')" label-for="link-kind">
        <BFormSelect id="link-kind" v-model="form.kind" :options="kinds" />
      </BFormGroup>
      <BFormGroup :label="t('invite.until')" label-for="link-end">
        <DateField id="link-end" v-model="form.engagementUntil" />
      </BFormGroup>
      <BFormGroup :label="t('invite.standing')" label-for="link-standing">
        <BFormSelect id="link-standing" v-model="form.standing" :options="standings" />
        <small class="muted">{{ t(`standingAbout.${form.standing}`) }}</small>
      </BFormGroup>
      <BFormGroup :label="t('invite.employer')" label-for="link-employer">
        <PickOne
          id="link-employer"
          v-model="form.employerId"
          :options="[{ value: '', text: t('invite.none') }, ...firms]"
          make-new
          @make="addFirm"
        />
      </BFormGroup>
    </div>
    <OfferSeats v-model="form.seats" />
    <PickMany v-if="groups.length > 0" v-model="form.groupIds" :options="groups" :label="t('invite.groups')" />
    <OfferKeys v-model="form.keys" />
    <label><input v-model="form.waits" type="checkbox" /> {{ t('links.waits') }}</label>
  </BForm>
</template>

<style scoped>
.form {
  padding: 14px 18px;
  margin-bottom: 14px;
}
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: 0 12px;
}
</style>
