<script setup lang="ts">
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask, type ApiError } from '../../api/client.ts'
import type { WayInView } from '../../api/types.ts'
import { shortDate } from '../../logic/dates.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import FirstSlipPanel from './FirstSlipPanel.vue'
import ProblemList from '../../basics/ProblemList.vue'

// Why someone cannot sign in, and how they are helped back in.
const props = defineProps<{ personId: string; name: string; today: string }>()
const { t } = useI18n()
const session = useSession()
const pathOf = (rest: string) => session.path(`/people/${props.personId}${rest}`)
const { data: way, again } = useFetched<WayInView>(() => pathOf('/way-in'))
const helping = ref(false)
const recognised = ref(false)
const slip = ref<{ code: string; expires: string } | null>(null)
const error = ref<ApiError | null>(null)

async function act(work: () => Promise<unknown>): Promise<void> {
  error.value = null
  try {
    await work()
    await again()
  } catch (failure) {
    error.value = failure as ApiError
  }
}

const issue = () => act(async () => (slip.value = await ask('POST', pathOf('/slip'), { recognised: recognised.value })))
const countersign = () => act(() => ask('POST', pathOf('/countersign'), {}))
</script>

<template>
  <template v-if="way">
    <h3 class="caption">{{ t('wayIn.title') }}</h3>
    <p v-for="reason in way.reasons" :key="reason" class="line oxblood">{{ reason }}</p>
    <p v-if="way.hasLogin || way.lastSignedIn" class="line">
      <template v-if="way.reasons.length === 0">{{ t('wayIn.open') }} </template>
      {{
        way.lastSignedIn
          ? t('wayIn.last', { day: shortDate(way.lastSignedIn.slice(0, 10), today) })
          : t('wayIn.neverIn')
      }}
      <template v-if="way.secondMeans">{{ t('wayIn.second') }}</template>
    </p>
    <p v-if="way.signInName" class="line">{{ t('wayIn.named', { name: way.signInName }) }}</p>
    <FirstSlipPanel v-if="way.mayPrint" :person-id="personId" :name="name" />
    <p v-for="one in way.waiting" :key="one.issuer" class="line waiting">
      <span>{{ t('wayIn.waiting', { issuer: one.issuer }) }}</span>
      <BButton
        variant="outline-primary"
        size="sm"
        :disabled="!one.mayCountersign || !way.control.enabled"
        :title="one.mayCountersign ? way.control.reason : t('wayIn.notBoth')"
        @click="countersign"
        >{{ t('wayIn.countersign') }}</BButton
      >
    </p>
    <button
      v-if="way.hasLogin"
      type="button"
      class="btn btn-quiet btn-sm"
      :disabled="!way.control.enabled"
      :title="way.control.reason"
      :aria-pressed="helping"
      @click="helping = !helping"
    >
      {{ t('wayIn.help') }}
    </button>
    <div v-if="helping" class="help">
      <template v-if="slip">
        <p>{{ t('wayIn.say') }}</p>
        <p class="code">{{ slip.code }}</p>
        <p class="muted">{{ t('wayIn.once') }}</p>
      </template>
      <template v-else>
        <label><input v-model="recognised" type="checkbox" /> {{ t('wayIn.recognised') }}</label>
        <BButton variant="primary" :disabled="!recognised" @click="issue">{{ t('wayIn.issue') }}</BButton>
      </template>
      <ProblemList v-if="error" :problems="[{ code: error.code, sentence: error.message }]" />
    </div>
  </template>
</template>

<style scoped>
.caption {
  margin: 14px 0 2px;
  padding-bottom: 3px;
  border-bottom: 1px solid var(--line);
}
.line {
  margin: 0;
  padding: 5px 0;
}
.waiting {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  background: var(--brass-soft);
  padding-inline: 8px;
}
.help {
  background: var(--paper);
  border: 1px solid var(--line);
  padding: 10px 12px;
  margin-top: 6px;
}
.help label {
  display: block;
  margin-bottom: 8px;
}
.code {
  font:
    600 22px ui-monospace,
    monospace;
  letter-spacing: 0.06em;
  margin: 4px 0;
}
</style>
