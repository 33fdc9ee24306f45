<script setup lang="ts">
import type { ApproversView, Level, RoleColumn, RolesView } from '@lodge/core'
import { computed, reactive, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { approversDraft } from '../../logic/approvers.ts'
import { changeOfDraft, draftOf, emptyDraft, levelUpTo, type RoleDraft } from '../../logic/roles.ts'
import { useDocketPlace } from '../../state/docket-place.ts'
import { useDocket } from '../../state/docket.ts'
import ApproversField from './ApproversField.vue'
import { must } from '@lodge/core/must'

// A role as it is made or changed: the docket shows what it would do to everyone who holds it as it is typed.
const props = defineProps<{
  roles: RolesView
  /** The role changed; or taken as the pattern, or followed, for a new one. */
  role?: RoleColumn
  as: 'new' | 'change' | 'copy' | 'follow'
  approvers?: ApproversView
  mayPassWalls: boolean
}>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const docket = useDocket()
const SLOT = 'role-form'
useDocketPlace(SLOT)
const draft = reactive<RoleDraft>(start())
/** What the form holds of an area. */
const own = (area: string) => must(draft.areas[area], 'area')
const opened = ref(new Set<string>())

function start(): RoleDraft {
  const { areas } = props.roles
  if (props.as === 'new' || !props.role) return emptyDraft(areas)
  if (props.as === 'follow') return { ...emptyDraft(areas), baseId: props.role.id }
  const drawn = draftOf(areas, props.role)
  const whole = { ...drawn, approvers: approversDraft(props.approvers) }
  return props.as === 'copy' ? { ...whole, roleId: null, name: '', wallPassing: false } : whole
}

watch(draft, () => {
  const change = changeOfDraft(draft)
  if (change) docket.hold([change], SLOT)
  else docket.release(SLOT)
})
watch(
  () => docket.applied,
  (applied) => {
    if (applied) emit('close')
  },
)

const bases = computed(() => [
  { value: '', text: t('roles.noBase') },
  ...props.roles.roles
    .filter((one) => !one.retired && one.baseId === null && one.id !== draft.roleId)
    .map((one) => ({ value: one.id, text: one.name })),
])
const base = computed(() => props.roles.roles.find((one) => one.id === draft.baseId))
const products = computed(() => {
  const names = new Map<string, RolesView['areas']>()
  for (const area of props.roles.areas) names.set(area.product, [...(names.get(area.product) ?? []), area])
  return [...names].map(([name, areas]) => ({ name, areas }))
})

/** Levels a follower can name too: `none` denies what would flow. */
function levelsOf(area: RolesView['areas'][number]) {
  const flowing = base.value?.entries[area.key]
  const nothing = flowing
    ? t('roles.flows', { base: must(base.value, 'base').name, level: t(`level.${flowing.level}`) })
    : t('level.none')
  return [
    { value: '', text: nothing },
    ...(flowing ? [{ value: 'none', text: t('level.none') }] : []),
    ...area.levels.map((level) => ({ value: level, text: t(`level.${level}`) })),
  ]
}

/** One level for a whole product in one pick; sensitive areas are picked apart. */
function setProduct(areas: RolesView['areas'], level: string): void {
  for (const area of areas) {
    if (!area.sensitive)
      must(draft.areas[area.key], 'entry of areas').level = level === '' ? '' : levelUpTo(area, level as Level)
  }
}

function actionsFor(area: RolesView['areas'][number]) {
  return [...area.levels.map((level) => ({ code: level as string, name: t(`level.${level}`) })), ...area.actions]
}

function toggle(list: string[], code: string): void {
  const at = list.indexOf(code)
  if (at >= 0) list.splice(at, 1)
  else list.push(code)
}

function openArea(key: string): void {
  if (!opened.value.delete(key)) opened.value.add(key)
}
const scopes = ['all', 'own', 'people'].map((value) => ({ value, text: t(`roles.scopeOf.${value}`) }))
</script>

<template>
  <BForm class="form" @submit.prevent>
    <BFormGroup :label="t('roles.name')" label-for="role-name">
      <BFormInput id="role-name" v-model="draft.name" maxlength="60" required autofocus />
    </BFormGroup>
    <BFormGroup :label="t('roles.base')" label-for="role-base">
      <BFormSelect id="role-base" v-model="draft.baseId" :options="bases" />
    </BFormGroup>
    <section v-for="product in products" :key="product.name">
      <h3 class="caption">
        {{ product.name }}
        <select
          class="form-select form-select-sm"
          :aria-label="t('roles.product', { product: product.name })"
          @change="setProduct(product.areas, ($event.target as HTMLSelectElement).value)"
        >
          <option value="">{{ t('roles.asMuch') }}</option>
          <option v-for="level in ['see', 'add', 'change', 'run'] as const" :key="level" :value="level">
            {{ t(`level.${level}`) }}
          </option>
        </select>
      </h3>
      <div v-for="area in product.areas" :key="area.key" class="area">
        <label :for="`area-${area.key}`">
          {{ area.name }} <small v-if="area.sensitive" class="oxblood">{{ t('roles.sensitive') }}</small>
        </label>
        <BFormSelect :id="`area-${area.key}`" v-model="own(area.key).level" size="sm" :options="levelsOf(area)" />
        <button
          v-if="!['', 'none'].includes(own(area.key).level)"
          type="button"
          class="more"
          :aria-expanded="opened.has(area.key)"
          :aria-label="`${t('roles.fewer')}: ${area.name}`"
          @click="openArea(area.key)"
        >
          …
        </button>
        <fieldset v-if="opened.has(area.key)" class="less">
          <BFormSelect v-model="own(area.key).scope" size="sm" :options="scopes" :aria-label="t('roles.scope')" />
          <div v-for="action in actionsFor(area)" :key="action.code" class="action">
            <span>{{ action.name }}</span>
            <label>
              <input
                type="checkbox"
                :checked="own(area.key).withheld.includes(action.code)"
                @change="toggle(own(area.key).withheld, action.code)"
              />
              {{ t('roles.withheld') }}
            </label>
            <label>
              <input
                type="checkbox"
                :checked="own(area.key).approval.includes(action.code)"
                @change="toggle(own(area.key).approval, action.code)"
              />
              {{ t('roles.approval') }}
            </label>
          </div>
        </fieldset>
      </div>
    </section>
    <ApproversField v-model="draft.approvers" :otherwise="t('roles.approversOf.run')" :named="approvers" />
    <label v-if="mayPassWalls" class="walls">
      <input v-model="draft.wallPassing" type="checkbox" /> {{ t('roles.wallPassing') }}
    </label>
  </BForm>
</template>

<style scoped>
.form {
  margin-top: 10px;
}
section {
  margin-top: 12px;
}
.caption {
  display: flex;
  justify-content: space-between;
  align-items: center;
  padding-bottom: 3px;
  border-bottom: 1px solid var(--line);
}
.caption select {
  width: auto;
}
.area {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 150px 28px;
  gap: 6px;
  align-items: center;
  padding: 3px 0;
}
.more {
  border: 0;
  background: none;
  color: var(--green);
  min-height: 26px;
}
.less {
  grid-column: 1 / 4;
  padding: 6px 10px;
  background: var(--paper);
  border-radius: 4px;
}
.action {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 12px;
  padding-top: 3px;
}
.walls {
  display: block;
  margin-top: 10px;
}
</style>
