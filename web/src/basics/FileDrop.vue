<script setup lang="ts">
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

// Where a list is chosen as a file, dropped, or pasted.
defineProps<{ label: string; busy: boolean }>()
const emit = defineEmits<{ read: [source: Blob | string] }>()
const { t } = useI18n()
const pasted = ref('')
const over = ref(false)

function take(files: FileList | null | undefined): void {
  over.value = false
  if (files?.[0]) emit('read', files[0])
}
</script>

<template>
  <div
    class="sheet drop"
    :class="{ over }"
    @dragover.prevent="over = true"
    @dragleave="over = false"
    @drop.prevent="take($event.dataTransfer?.files)"
  >
    <slot />
    <label class="file"
      >{{ label }}
      <input
        type="file"
        class="form-control form-control-sm"
        accept=".csv,.tsv,.txt,.xlsx,text/csv,application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
        :disabled="busy"
        @change="take(($event.target as HTMLInputElement).files)"
    /></label>
    <label class="paste"
      >{{ t('memberList.paste') }}
      <textarea v-model="pasted" class="form-control" rows="3"></textarea>
    </label>
    <BButton v-if="pasted.trim()" size="sm" variant="outline-primary" :disabled="busy" @click="emit('read', pasted)">{{
      t('memberList.readPasted')
    }}</BButton>
    <p v-if="busy" class="muted" role="status">{{ t('memberList.reading') }}</p>
  </div>
</template>

<style scoped>
.drop {
  padding: 12px 16px;
  border-style: dashed;
}
.drop.over {
  background: var(--green-soft);
}
.paste,
.file {
  display: block;
  margin: 8px 0;
  max-width: 620px;
}
</style>
