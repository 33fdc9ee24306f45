<script setup lang="ts">
import type { LeaverLine, PersonKind } from '@lodge/core'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

// What people may have of the account's own, asked for when they leave: van keys, laptops.
const props = defineProps<{ lines: readonly LeaverLine[]; disabled: boolean }>()
const emit = defineEmits<{ hold: [what: object] }>()
const { t } = useI18n()
const KINDS: readonly PersonKind[] = ['staff', 'contractor', 'client']
const name = ref('')
const kinds = ref<PersonKind[]>(['staff'])

function add(): void {
  if (!name.value.trim()) return
  emit('hold', { leaverLines: [...props.lines, { name: name.value.trim(), kinds: [...kinds.value] }] })
  name.value = ''
}

function remove(id: string): void {
  emit('hold', { leaverLines: props.lines.filter((one) => one.id !== id) })
}
</script>

<template>
  <fieldset class="sheet lines" :disabled="disabled">
    <legend>{{ t('settings.handBack') }}</legend>
    <p v-if="lines.length === 0" class="muted">{{ t('settings.noHandBack') }}</p>
    <p v-for="line in lines" :key="line.id" class="line">
      <span
        >{{ line.name }} <small class="muted">{{ line.kinds.map((kind) => t(`kind.${kind}`)).join(', ') }}</small></span
      >
      <BButton size="sm" variant="outline-danger" @click="remove(line.id)">{{ t('settings.removeLine') }}</BButton>
    </p>
    <form class="line" @submit.prevent="add">
      <input v-model="name" class="form-control form-control-sm" maxlength="80" :aria-label="t('settings.lineName')" />
      <label v-for="kind in KINDS" :key="kind"
        ><input v-model="kinds" type="checkbox" :value="kind" /> {{ t(`kind.${kind}`) }}</label
      >
      <BButton type="submit" size="sm" variant="outline-primary">{{ t('settings.addLine') }}</BButton>
    </form>
  </fieldset>
</template>

<style scoped>
.lines {
  padding: 14px 18px;
  margin-bottom: 14px;
}
legend {
  float: left;
  width: 100%;
  font:
    600 1.05rem 'Bitter Variable',
    serif;
}
legend + * {
  clear: both;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  justify-content: space-between;
  align-items: center;
  margin: 0 0 6px;
}
.line input.form-control {
  flex: 1;
  min-width: 140px;
}
</style>
