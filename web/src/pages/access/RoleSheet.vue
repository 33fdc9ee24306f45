<script setup lang="ts">
import type { RoleSheetView, RolesView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { shortDate, todayIn } from '../../logic/dates.ts'
import WallMark from '../../marks/WallMark.vue'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import ControlButton from '../../basics/ControlButton.vue'
import GivePanel from './GivePanel.vue'
import KeyRow from './KeyRow.vue'
import MoreActs from '../../basics/MoreActs.vue'
import RoleForm from './RoleForm.vue'
import SheetHead from '../../basics/SheetHead.vue'
import SheetSection from '../../basics/SheetSection.vue'
import NotYet from '../../basics/NotYet.vue'

const props = defineProps<{ roleId: string; roles: RolesView }>()
defineEmits<{ close: [] }>()
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const { data: role, error, again } = useFetched<RoleSheetView>(() => session.path(`/roles/${props.roleId}`))
const doing = ref<'change' | 'copy' | 'follow' | 'give' | 'retire' | null>(null)
const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))
const NONE = 'none'
/** So many lines of what can be done are open; more are folded by product. */
const UNFOLDED = 8
const replacements = computed(() => [
  { value: NONE, text: t('roles.noReplacement') },
  ...props.roles.roles
    .filter((one) => !one.retired && one.id !== props.roleId)
    .map((one) => ({ value: one.id, text: one.name })),
])
const nameOf = (key: string) => props.roles.areas.find((area) => area.key === key)?.name ?? key

function start(what: NonNullable<typeof doing.value>): void {
  if (doing.value !== what) docket.release('role-form')
  doing.value = doing.value === what ? null : what
}

function retire(replacementId: string): void {
  if (!replacementId) return
  const instead = replacementId === NONE ? {} : { replacementId }
  docket.hold([{ type: 'retire-role', roleId: props.roleId, ...instead }])
}
</script>

<template>
  <article>
    <NotYet v-if="!role" :error="error" :again="again" />
    <template v-if="role">
      <SheetHead :close-label="t('roles.close')" @close="$emit('close')">
        <h2>{{ role.name }}</h2>
        <span v-if="role.retired" class="muted">{{ t('roles.retired') }}</span>
      </SheetHead>
      <p v-if="role.base" class="muted">
        {{ t('roles.follows', { name: role.base }) }}.
        {{
          role.differs.length > 0
            ? t('roles.differs', { base: role.base, areas: role.differs.map(nameOf).join(', ') })
            : t('roles.same', { base: role.base })
        }}
      </p>
      <p v-if="role.wallPassing" class="muted"><WallMark />{{ t('roles.wallPassing') }}</p>
      <MoreActs>
        <ControlButton :control="role.controls.give" :aria-pressed="doing === 'give'" @click="start('give')">{{
          t('roles.give')
        }}</ControlButton>
        <ControlButton :control="role.controls.change" :aria-pressed="doing === 'change'" @click="start('change')">{{
          t('roles.edit')
        }}</ControlButton>
        <ControlButton :control="role.controls.change" :aria-pressed="doing === 'copy'" @click="start('copy')">{{
          t('roles.copy')
        }}</ControlButton>
        <template #more>
          <ControlButton
            v-if="role.baseId === null"
            :control="role.controls.change"
            :aria-pressed="doing === 'follow'"
            @click="start('follow')"
            >{{ t('roles.follow') }}</ControlButton
          >
          <ControlButton danger :control="role.controls.retire" @click="start('retire')">{{
            t('roles.retire')
          }}</ControlButton>
        </template>
      </MoreActs>
      <GivePanel v-if="doing === 'give'" :role-id="roleId" @close="doing = null" />
      <BFormGroup v-else-if="doing === 'retire'" :label="t('roles.replacement')" label-for="role-replacement">
        <BFormSelect
          id="role-replacement"
          :options="[{ value: '', text: t('give.choose') }, ...replacements]"
          :model-value="''"
          @update:model-value="retire(String($event ?? ''))"
        />
      </BFormGroup>
      <RoleForm
        v-else-if="doing"
        :key="doing"
        :roles="roles"
        :role="role"
        :as="doing"
        :approvers="role.approvers"
        :may-pass-walls="session.me?.current?.isOwner ?? false"
        @close="doing = null"
      />
      <template v-if="doing !== 'change' && doing !== 'copy' && doing !== 'follow'">
        <SheetSection :title="t('roles.can')">
          <p v-if="role.can.length === 0" class="muted">{{ t('give.nothing') }}</p>
          <SheetSection
            v-for="one in role.byProduct.filter(({ can }) => can.length > 0)"
            :key="one.product"
            :title="one.product"
            :count="one.can.length"
            :folded="role.can.length > UNFOLDED"
            within
          >
            <ul class="says">
              <li v-for="line in one.can" :key="line">{{ line }}</li>
            </ul>
          </SheetSection>
        </SheetSection>
        <p v-if="role.atRoot.length > 0">
          {{ t('roles.onlyAtRoot', { root: role.root, what: role.atRoot.join(', ') }) }}
        </p>
        <SheetSection v-if="role.cannot.length > 0" :title="t('roles.cannot')">
          <SheetSection
            v-for="one in role.byProduct.filter(({ cannot }) => cannot.length > 0)"
            :key="one.product"
            :title="one.product"
            :count="one.cannot.length"
            folded
            within
          >
            <ul class="says not">
              <li v-for="line in one.cannot" :key="line">{{ line }}</li>
            </ul>
          </SheetSection>
        </SheetSection>
        <p class="muted">
          {{
            role.approvers.text ? t('roles.approversNamed', { names: role.approvers.text }) : t('roles.approversRun')
          }}
        </p>
        <SheetSection v-if="role.followers.length > 0" :title="t('roles.followers')">
          <p>
            <template v-for="(one, at) in role.followers" :key="one.id"
              ><RouterLink :to="{ name: 'roles', params: { roleId: one.id } }">{{ one.name }}</RouterLink
              >{{ at < role.followers.length - 1 ? ', ' : '' }}</template
            >
          </p>
        </SheetSection>
        <SheetSection :title="t('roles.holders')" :count="role.given">
          <p v-if="role.given === 0" class="muted">{{ t('roles.nobody') }}</p>
          <KeyRow
            v-for="grant in role.grants"
            :key="grant.grantId"
            :grant-id="grant.grantId"
            :take="grant.take"
            :about="`${grant.name}, ${grant.place}`"
          >
            <RouterLink
              v-if="grant.subjectKind === 'person'"
              :to="{ name: 'people', params: { personId: grant.subjectId } }"
              >{{ grant.name }}</RouterLink
            >
            <template v-else>{{ grant.name }}</template>,
            <RouterLink :to="{ name: 'places', params: { placeId: grant.placeId } }">{{ grant.place }}</RouterLink>
            <small class="muted since">
              {{ t('roles.since', { date: shortDate(grant.from, today) })
              }}{{ grant.until ? `, ${t('roles.until', { date: shortDate(grant.until, today) })}` : '' }}
            </small>
          </KeyRow>
          <p v-if="role.given > role.grants.length" class="muted">
            {{ t('roles.more', { count: role.given - role.grants.length }) }}
          </p>
        </SheetSection>
      </template>
    </template>
  </article>
</template>

<style scoped>
.says {
  margin: 4px 0;
  padding-left: 18px;
}
.not {
  list-style: '✕  ';
}
.not li::marker {
  color: var(--ox);
  font-size: 11px;
}
.since {
  margin-left: 4px;
}
</style>
