<script setup lang="ts">
import type { RolesView } from '@lodge/core'
import { useResizeObserver } from '@vueuse/core'
import { computed, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { differ, entryWords } from '../../logic/roles.ts'
import WallMark from '../../marks/WallMark.vue'
import ListAndSheet from '../../basics/ListAndSheet.vue'
import RoleForm from './RoleForm.vue'
import RoleSheet from './RoleSheet.vue'
import SheetHead from '../../basics/SheetHead.vue'
import ViewHead from '../../basics/ViewHead.vue'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import NotYet from '../../basics/NotYet.vue'

// Roles side by side: areas as rows, so that what differs stands out.
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const docket = useDocket()
const { data, error, again } = useFetched<RolesView>(() => session.path('/roles'))
const text = ref('')
const onlyDifferences = ref(false)
const chosenId = computed(() => String(route.params.roleId ?? ''))
const making = computed(() => route.query.make === '1')
const SHOWN = 40
/** Whether there is more than shows at once: a list that scrolls sideways says so. */
const scroller = useTemplateRef<HTMLElement>('scroller')
const isWider = ref(false)
useResizeObserver(scroller, () => {
  isWider.value = scroller.value !== null && scroller.value.scrollWidth > scroller.value.clientWidth + 1
})

const roles = computed(() => {
  const words = text.value.toLowerCase().split(/\s+/).filter(Boolean)
  return (data.value?.roles ?? [])
    .filter((role) => words.every((word) => role.name.toLowerCase().includes(word)))
    .slice(0, SHOWN)
})
const products = computed(() => {
  const found = new Map<string, { name: string; areas: (RolesView['areas'][number] & { differs: boolean })[] }>()
  for (const area of data.value?.areas ?? []) {
    const differs = differ(roles.value, area.key)
    if (onlyDifferences.value && !differs) continue
    const known = found.get(area.product)
    if (known) known.areas.push({ ...area, differs })
    else found.set(area.product, { name: area.product, areas: [{ ...area, differs }] })
  }
  return [...found.values()]
})

function go(roleId: string, query: Record<string, string> = {}): void {
  void router.push({ name: 'roles', params: { roleId }, query })
}

function close(): void {
  docket.release('role-form')
  go('')
}

function given(count: number): string {
  return count === 0 ? t('roles.notGiven') : count === 1 ? t('roles.givenOnce') : t('roles.given', { count })
}
</script>

<template>
  <ListAndSheet :open="chosenId !== '' || making">
    <template #list>
      <ViewHead :title="t('roles.title')" :count="data?.roles.length">
        <BButton
          variant="primary"
          :disabled="!data?.controls.make.enabled"
          :title="data?.controls.make.reason"
          @click="go('', { make: '1' })"
          >{{ t('roles.make') }}</BButton
        >
      </ViewHead>
      <div class="bar">
        <BFormInput v-model="text" type="search" :placeholder="t('roles.find')" :aria-label="t('roles.find')" />
        <label><input v-model="onlyDifferences" type="checkbox" /> {{ t('roles.differences') }}</label>
      </div>
      <NotYet v-if="!data" :error="error" :again="again" />
      <p v-else-if="roles.length === 0" class="sheet none muted">
        {{ t(data && data.roles.length === 0 ? 'roles.noneYet' : 'roles.none') }}
      </p>
      <div v-else ref="scroller" class="sheet scroll" tabindex="0" :aria-label="t('roles.title')" role="region">
        <table>
          <thead>
            <tr>
              <th scope="col" class="first">{{ t('roles.area') }}</th>
              <th v-for="role in roles" :key="role.id" scope="col" :class="{ on: role.id === chosenId }">
                <button type="button" @click="go(role.id)">{{ role.name }}</button>
                <small class="muted">
                  <WallMark v-if="role.wallPassing" />{{ role.retired ? t('roles.retired') : given(role.given) }}
                  <template v-if="role.base"><br />{{ t('roles.follows', { name: role.base }) }}</template>
                </small>
              </th>
            </tr>
          </thead>
          <tbody v-for="product in products" :key="product.name">
            <tr>
              <th scope="rowgroup" class="first group">{{ product.name }}</th>
              <td :colspan="roles.length" class="group"></td>
            </tr>
            <tr v-for="area in product.areas" :key="area.key" :class="{ alike: !area.differs }">
              <th scope="row" class="first">
                {{ area.name }} <small v-if="area.sensitive" class="oxblood">{{ t('roles.sensitive') }}</small>
              </th>
              <td
                v-for="role in roles"
                :key="role.id"
                :class="[
                  `l-${entryWords(role.entries[area.key]).level}`,
                  { on: role.id === chosenId, flows: role.entries[area.key]?.fromBase },
                ]"
              >
                {{ role.entries[area.key] ? t(`level.${entryWords(role.entries[area.key]).level}`) : '' }}
                <small v-for="note in entryWords(role.entries[area.key]).notes" :key="note">{{
                  t(`roles.note.${note}`)
                }}</small>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="roles.length > 0" class="muted legend">
        {{ isWider ? `${t('common.sideways')} ` : '' }}{{ t('roles.legend') }}
      </p>
    </template>
    <template #sheet>
      <article v-if="making && data">
        <SheetHead :close-label="t('roles.close')" @close="close">
          <h2>{{ t('roles.formMake') }}</h2>
        </SheetHead>
        <RoleForm :roles="data" as="new" :may-pass-walls="session.me?.current?.isOwner ?? false" @close="close" />
      </article>
      <RoleSheet v-else-if="data" :key="chosenId" :role-id="chosenId" :roles="data" @close="close" />
    </template>
  </ListAndSheet>
</template>

<style scoped>
.bar {
  display: flex;
  gap: 16px;
  align-items: center;
}
.bar input[type='search'] {
  max-width: 260px;
}
.none {
  padding: 14px;
}
.scroll {
  overflow: auto;
  min-height: 0;
  scrollbar-color: var(--ink-2) var(--line-soft);
}
table {
  border-collapse: separate;
  border-spacing: 0;
  min-width: 100%;
}
th,
td {
  border-bottom: 1px solid var(--line-soft);
  padding: 4px 10px;
  min-width: 92px;
  text-align: left;
  font-weight: 400;
  vertical-align: middle;
  height: 32px;
  overflow-wrap: normal;
}
thead th {
  position: sticky;
  top: 0;
  z-index: 2;
  background: var(--sheet);
  border-bottom-color: var(--line);
  vertical-align: bottom;
}
thead button {
  display: block;
  border: 0;
  padding: 0;
  background: none;
  color: var(--green);
  font-weight: 600;
  text-align: left;
}
thead small {
  display: block;
  font-size: 11.5px;
}
.first {
  position: sticky;
  left: 0;
  z-index: 1;
  min-width: 150px;
  background: var(--sheet);
  border-right: 1px solid var(--line);
}
thead .first {
  z-index: 3;
}
.group {
  background: var(--paper);
  font-weight: 600;
}
td small {
  display: block;
  font-size: 11px;
  color: inherit;
}
.l-see {
  background: color-mix(in srgb, var(--green) 7%, var(--sheet));
}
.l-add {
  background: color-mix(in srgb, var(--green) 14%, var(--sheet));
}
.l-change {
  background: color-mix(in srgb, var(--green) 24%, var(--sheet));
}
.l-run {
  background: var(--green);
  color: var(--sheet);
}
.flows {
  font-style: italic;
}
.alike th,
.alike td:not(.l-run) {
  color: var(--ink-2);
}
th.on,
td.on {
  box-shadow:
    inset 2px 0 0 var(--brass),
    inset -2px 0 0 var(--brass);
}
.legend {
  margin: 0;
  font-size: 12.5px;
}
</style>
