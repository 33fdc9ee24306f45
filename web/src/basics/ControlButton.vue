<script setup lang="ts">
import type { Control } from '@lodge/core'

// A button that may be out of reach: it says why, and who could, where one looks for it.
defineProps<{ control?: Control | undefined; danger?: boolean }>()
</script>

<template>
  <BButton
    :variant="danger ? 'outline-danger' : 'outline-primary'"
    :disabled="control && !control.enabled"
    :title="control?.reason"
    ><slot
  /></BButton>
</template>
