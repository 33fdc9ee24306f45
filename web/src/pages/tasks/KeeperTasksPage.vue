<script setup lang="ts">
import type { KeeperTasks, KnownState, TaskView } from '@lodge/core'
import { computed, onMounted, reactive, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask, type ApiError } from '../../api/client.ts'
import { todayIn } from '../../logic/dates.ts'
import TaskList from './TaskList.vue'

// What someone who looks after a product and has no login is asked to do there, opened by the link of a message. The
// link's secret is behind # and never reaches a log.
const { t } = useI18n()
const token = location.hash.slice(1)
const asked = ref<KeeperTasks | null>(null)
const sentence = ref('')
const problem = ref('')
const noted = ref(false)
const different = reactive<Record<string, KnownState>>({})
const STATES = ['open', 'suspended', 'closed'] as const
const today = todayIn('UTC')
const withTasks = computed(() => asked.value?.products.filter(({ tasks }) => tasks.length > 0) ?? [])
const keyOf = (task: TaskView) => `${task.product} ${task.personId ?? task.knownId}`

onMounted(async () => {
  try {
    asked.value = await ask('POST', '/api/tasks', { token })
  } catch (failure) {
    sentence.value = (failure as ApiError).message
  }
})

/** Says what the account is now. @returns what prevents it, in words. */
async function answer({ product, personId, knownId }: TaskView, state: KnownState): Promise<string> {
  problem.value = ''
  noted.value = false
  try {
    const which = personId ? { personId } : { knownId }
    asked.value = await ask('POST', '/api/tasks/answer', { token, product, ...which, state })
    noted.value = true
    return ''
  } catch (failure) {
    return (failure as ApiError).message
  }
}

async function say(task: TaskView): Promise<void> {
  const state = different[keyOf(task)]
  if (state) problem.value = await answer(task, state)
}
</script>

<template>
  <main>
    <template v-if="asked">
      <h1>{{ t('keeperTasks.title', { account: asked.account }) }}</h1>
      <p>{{ t('keeperTasks.hello', { name: asked.name }) }}</p>
      <p v-if="noted" role="status" class="green">{{ t('keeperTasks.thanks') }}</p>
      <p v-if="problem" class="oxblood" role="alert">{{ problem }}</p>
      <p v-if="withTasks.length === 0">{{ t('keeperTasks.none') }}</p>
      <section v-for="one in withTasks" :key="one.code">
        <h2>{{ one.client ? t('keeperTasks.at', { product: one.name, client: one.client }) : one.name }}</h2>
        <TaskList :tasks="one.tasks" :today="today" :answer="answer">
          <template #more="{ task }">
            <p v-if="task.kind !== 'change-password'" class="different">
              <label
                >{{ t('keeperTasks.different') }}
                <select
                  v-model="different[keyOf(task)]"
                  class="form-select form-select-sm"
                  :aria-label="t('keeperTasks.sayOf', { what: task.sentence })"
                >
                  <option v-for="state in STATES.filter((one) => one !== task.confirms)" :key="state" :value="state">
                    {{ t(`keeperTasks.state.${state}`) }}
                  </option>
                </select></label
              >
              <button type="button" class="btn btn-quiet btn-sm" :disabled="!different[keyOf(task)]" @click="say(task)">
                {{ t('keeperTasks.say') }}
              </button>
            </p>
          </template>
        </TaskList>
      </section>
    </template>
    <template v-else-if="sentence">
      <h1>{{ t('statement.dead') }}</h1>
      <p role="alert">{{ sentence }}</p>
    </template>
    <p v-else class="muted">{{ t('common.loading') }}</p>
  </main>
</template>

<style scoped>
main {
  max-width: 820px;
  margin: 0 auto;
  padding: 32px 20px;
}
h2 {
  margin: 22px 0 6px;
}
.different {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  margin: 6px 0 0;
}
.different label {
  display: flex;
  gap: 8px;
  align-items: center;
  white-space: nowrap;
}
.green {
  color: var(--green);
}
</style>
