<script setup lang="ts">
import type { TaskView } from '@lodge/core'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { NewChange } from '../../api/types.ts'
import { shortDate } from '../../logic/dates.ts'
import { useDocket } from '../../state/docket.ts'
import CopyText from '../../basics/CopyText.vue'
import { must } from '@lodge/core/must'

// What has to be done in a product that nothing does by itself: the lines to type there, and Done, which can be undone.
const props = defineProps<{
  tasks: readonly TaskView[]
  today: string
  withProduct?: boolean
  /** Confirms a task another way than by a docket; answers what prevents it. */
  answer?: (task: TaskView, state: TaskView['confirms']) => Promise<string>
}>()
defineSlots<{ more?(props: { task: TaskView }): unknown }>()
const { t } = useI18n()
const docket = useDocket()
const problem = ref('')
const busy = ref('')
const keyOf = ({ product, personId, knownId }: TaskView) => `${product} ${personId ?? knownId}`

async function done(task: TaskView): Promise<void> {
  busy.value = keyOf(task)
  const { product, personId, knownId, confirms } = task
  const change: NewChange =
    task.kind === 'change-password'
      ? { type: 'confirm-password', sharedId: must(personId, 'shared login') }
      : personId === null
        ? { type: 'close-nobodys', knownId: must(knownId, 'account'), how: 'closed' }
        : { type: 'confirm-account', product, personId, state: confirms }
  problem.value = props.answer ? await props.answer(task, confirms) : await docket.applyAtOnce(change)
  busy.value = ''
}
</script>

<template>
  <div>
    <p v-if="problem" class="oxblood" role="alert">{{ problem }}</p>
    <ul class="sheet tasks">
      <li v-for="task in tasks" :key="keyOf(task)" :class="{ closing: task.kind === 'close' }">
        <div class="head">
          <span>
            <template v-if="withProduct">{{ task.productName }}: </template>
            <strong>{{ task.sentence }}</strong> <span class="muted">{{ task.why }}</span>
          </span>
          <span class="acts">
            <span :class="task.overdueDays > 0 ? 'oxblood' : 'muted'">{{
              task.overdueDays > 0
                ? t('tasks.overdue', { count: task.overdueDays }, task.overdueDays)
                : t('tasks.due', { date: shortDate(task.due, today) })
            }}</span>
            <BButton
              size="sm"
              variant="outline-primary"
              :aria-label="t('tasks.doneWith', { what: task.sentence })"
              :disabled="busy === keyOf(task)"
              @click="done(task)"
              >{{ t('tasks.done') }}</BButton
            >
          </span>
        </div>
        <p class="lines">
          <span v-for="line in task.lines" :key="line.what + line.text" class="line">
            <small class="muted">{{ t(`tasks.line.${line.what}`) }}</small>
            <CopyText :text="line.text" :what="t(`tasks.line.${line.what}`)" />
          </span>
        </p>
        <slot name="more" :task="task" />
      </li>
    </ul>
  </div>
</template>

<style scoped>
.tasks {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 10px 14px;
  border-top: 1px solid var(--line-soft);
}
li:first-child {
  border-top: 0;
}
li.closing {
  border-left: 3px solid var(--ox);
}
.head {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 6px 12px;
  align-items: center;
}
.acts {
  display: flex;
  gap: 10px;
  align-items: center;
}
.lines {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  margin: 6px 0 0;
}
.line {
  display: inline-flex;
  gap: 6px;
  align-items: baseline;
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 1px 8px;
  min-width: 0;
}
.line :deep(.btn) {
  padding: 0 2px;
}
.line :deep(code) {
  font-family: inherit;
  color: var(--ink);
}
</style>
