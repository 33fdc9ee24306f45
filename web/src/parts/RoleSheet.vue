<script setup lang="ts">
import type { RoleSheetView, RolesView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import NothingHere from './NothingHere.vue'
import { shortDate, todayIn } from '../logic/dates.ts'
import WallMark from '../marks/WallMark.vue'
import { useDocket } from '../state/docket.ts'
import { useFetched } from '../state/fetched.ts'
import { useSession } from '../state/session.ts'
import GivePanel from './GivePanel.vue'
import RoleForm from './RoleForm.vue'
import SheetHead from './SheetHead.vue'

const props = defineProps<{ roleId: string; roles: RolesView }>()
defineEmits<{ close: [] }>()
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const { data: role, error } = useFetched<RoleSheetView>(() => session.path(`/roles/${props.roleId}`))
const doing = ref<'change' | 'copy' | 'follow' | 'give' | 'retire' | null>(null)
const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))
const NONE = 'none'
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
    <NothingHere v-if="error?.status === 404" />
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
      <p v-if="role.wallPassing" class="muted"><WallMark />{{ t('roles.wallPassing') }}.</p>
      <div class="actions">
        <BButton
          variant="outline-primary"
          :disabled="!role.controls.give.enabled"
          :title="role.controls.give.reason"
          @click="start('give')"
          >{{ t('roles.give') }}</BButton
        >
        <BButton
          v-for="what in ['change', 'copy', 'follow'] as const"
          :key="what"
          variant="outline-primary"
          :disabled="!role.controls.change.enabled || (what === 'follow' && role.baseId !== null)"
          :title="role.controls.change.reason"
          :aria-pressed="doing === what"
          @click="start(what)"
          >{{ t(what === 'change' ? 'roles.edit' : `roles.${what}`) }}</BButton
        >
        <BButton
          variant="outline-danger"
          :disabled="!role.controls.retire.enabled"
          :title="role.controls.retire.reason"
          @click="start('retire')"
          >{{ t('roles.retire') }}</BButton
        >
      </div>
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
        <h3 class="caption">{{ t('roles.can') }}</h3>
        <ul class="says">
          <li v-for="line in role.can" :key="line">{{ line }}</li>
          <li v-if="role.can.length === 0" class="muted">{{ t('give.nothing') }}</li>
        </ul>
        <p v-if="role.atRoot.length > 0">
          {{ t('roles.onlyAtRoot', { root: role.root, what: role.atRoot.join(', ') }) }}
        </p>
        <h3 class="caption">{{ t('roles.cannot') }}</h3>
        <ul class="says not">
          <li v-for="line in role.cannot" :key="line">{{ line }}</li>
        </ul>
        <p class="muted">
          {{
            role.approvers.kind === 'named'
              ? t('roles.approversNamed', { names: role.approvers.people.map((one) => one.name).join(', ') })
              : t(role.approvers.kind === 'manager' ? 'roles.approversManager' : 'roles.approversRun')
          }}
        </p>
        <template v-if="role.followers.length > 0">
          <h3 class="caption">{{ t('roles.followers') }}</h3>
          <p>
            <template v-for="(one, at) in role.followers" :key="one.id"
              ><RouterLink :to="{ name: 'roles', params: { roleId: one.id } }">{{ one.name }}</RouterLink
              >{{ at < role.followers.length - 1 ? ', ' : '' }}</template
            >
          </p>
        </template>
        <h3 class="caption">
          {{ t('roles.holders') }} <span class="count">{{ role.given }}</span>
        </h3>
        <p v-if="role.given === 0" class="muted">{{ t('roles.nobody') }}</p>
        <div v-for="grant in role.grants" :key="grant.grantId" class="grant">
          <span>
            <RouterLink
              v-if="grant.subjectKind === 'person'"
              :to="{ name: 'people', params: { personId: grant.subjectId } }"
              >{{ grant.name }}</RouterLink
            >
            <template v-else>{{ grant.name }}</template>,
            <RouterLink :to="{ name: 'places', params: { placeId: grant.placeId } }">{{ grant.place }}</RouterLink>
            <small class="muted">
              {{ t('roles.since', { date: shortDate(grant.from, today) })
              }}{{ grant.until ? `, ${t('roles.until', { date: shortDate(grant.until, today) })}` : '' }}
            </small>
          </span>
          <button
            type="button"
            class="btn btn-quiet btn-sm"
            :disabled="!grant.take.enabled"
            :title="grant.take.reason"
            :aria-label="`${t('roles.take')}: ${grant.name}, ${grant.place}`"
            @click="docket.hold([{ type: 'take', grantId: grant.grantId }])"
          >
            {{ t('roles.take') }}
          </button>
        </div>
        <p v-if="role.given > role.grants.length" class="muted">
          {{ t('roles.more', { count: role.given - role.grants.length }) }}
        </p>
      </template>
    </template>
  </article>
</template>

<style scoped>
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-bottom: 10px;
}
.caption {
  margin: 14px 0 2px;
  padding-bottom: 3px;
  border-bottom: 1px solid var(--line);
}
.count {
  font-weight: 400;
}
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
.grant {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  min-height: 34px;
  border-bottom: 1px solid var(--line-soft);
}
</style>
