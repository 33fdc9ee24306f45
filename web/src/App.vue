<script setup lang="ts">
import { computed, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { whenSignedOut } from './api/client.ts'
import AppFrame from './pages/frame/AppFrame.vue'
import ProofDialog from './pages/frame/ProofDialog.vue'
import { useDocket } from './state/docket.ts'
import { useLive } from './state/live.ts'
import { useSession } from './state/session.ts'

const route = useRoute()
const router = useRouter()
const session = useSession()
const live = useLive()
const docket = useDocket()

whenSignedOut((code) => {
  if (session.me) session.ended(code)
})

// Entering an account starts the stream; losing it leads to the sign-in page with the reason.
watch(
  () => session.me?.current?.personId,
  (personId, before) => {
    if (personId) {
      // First what the view shows, then the stream and what is in hand.
      setTimeout(() => {
        live.start()
        void docket.restore()
      }, 150)
    } else if (before) {
      live.stop()
      docket.forget()
      void router.replace({ name: 'sign-in' })
    }
  },
  { immediate: true },
)
/** Whose sheet is open; none in a list. */
const opened = computed(() => Object.values(route.params).flat().find(Boolean) ?? '')
// What was applied is told until one goes on: to another page, or to someone or something else. Back in the list it stays.
// On another page the docket does not cover what one came for.
watch([() => route.name, opened], ([name, id], [nameBefore]) => {
  if (name !== nameBefore || (docket.isEmpty && id !== '')) docket.shut()
})
watch(
  () => live.turn,
  () => docket.refresh(),
)
</script>

<template>
  <RouterView v-if="route.meta.open || !session.me" />
  <AppFrame v-else><RouterView /></AppFrame>
  <ProofDialog />
</template>
