<script setup lang="ts">
import type { SettingsView, Standing } from '@lodge/core'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { ApiError } from '../api/client.ts'
import { ask } from '../api/client.ts'
import FieldLines from '../parts/FieldLines.vue'
import HandBackLines from '../parts/HandBackLines.vue'
import { useDocket } from '../state/docket.ts'
import { useFetched } from '../state/fetched.ts'
import { keepAsFile } from '../logic/files.ts'
import { useProof } from '../state/proof.ts'
import { useSession } from '../state/session.ts'

// The account's name and rules; each change goes into the docket.
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const { data: settings, error } = useFetched<SettingsView>(() => session.path('/settings'))
const STANDINGS: readonly Standing[] = ['owner', 'administrator', 'member', 'guest']

function hold(what: object): void {
  docket.hold([{ type: 'change-settings', ...what }], `settings ${Object.keys(what).join()}`)
}

function rename(event: Event): void {
  const name = (event.target as HTMLInputElement).value.trim()
  if (name && name !== settings.value?.name) hold({ name })
}

function toggleStanding(standing: Standing, event: Event): void {
  const wanted = new Set(settings.value!.secondMeansFor)
  if ((event.target as HTMLInputElement).checked) wanted.add(standing)
  else wanted.delete(standing)
  hold({ secondMeansFor: STANDINGS.filter((one) => wanted.has(one)) })
}

const proof = useProof()
const typed = ref('')
const closeProblem = ref('')
/** Everything of the account as a file, after the person confirmed who they are. */
async function exportAccount(): Promise<void> {
  closeProblem.value = ''
  try {
    keepAsFile(await proof.withProof(() => ask<object>('GET', session.path('/export'))), 'account-book.json')
  } catch (failure) {
    closeProblem.value = (failure as ApiError).message
  }
}

/** Closes the account for good; its certificate is kept by whoever closes it. */
async function closeAccount(): Promise<void> {
  closeProblem.value = ''
  try {
    const answer = await proof.withProof(() => ask<object>('POST', session.path('/close'), { confirm: 'close' }))
    keepAsFile(answer, 'account-closed.json')
    location.assign('/sign-in')
  } catch (failure) {
    closeProblem.value = (failure as ApiError).message
  }
}

const checked = (event: Event) => (event.target as HTMLInputElement).checked
</script>

<template>
  <section class="settings">
    <h1>{{ t('settings.title') }}</h1>
    <p v-if="error" class="muted" role="alert">{{ error.message }}</p>
    <template v-if="settings">
      <p v-if="!settings.control.enabled" class="muted">{{ settings.control.reason }}</p>
      <fieldset class="sheet" :disabled="!settings.control.enabled">
        <legend>{{ t('settings.account') }}</legend>
        <label class="row">
          <span>{{ t('settings.name') }}</span>
          <input class="form-control" maxlength="80" :value="settings.name" @change="rename" />
        </label>
        <p class="muted">{{ t('settings.fixed', { zone: settings.zone, currency: settings.currency }) }}</p>
      </fieldset>
      <fieldset class="sheet" :disabled="!settings.control.enabled">
        <legend>{{ t('settings.signIn') }}</legend>
        <p class="muted">{{ t('settings.second') }}</p>
        <label v-for="standing in STANDINGS" :key="standing" class="check">
          <input
            type="checkbox"
            :checked="settings.secondMeansFor.includes(standing)"
            @change="toggleStanding(standing, $event)"
          />
          {{ t(`standing.${standing}`) }}
        </label>
      </fieldset>
      <fieldset class="sheet" :disabled="!settings.control.enabled">
        <legend>{{ t('settings.rules') }}</legend>
        <label class="check">
          <input
            type="checkbox"
            :checked="settings.outsidersNeedEnd"
            @change="hold({ outsidersNeedEnd: checked($event) })"
          />
          {{ t('settings.ends') }}
        </label>
        <label class="check">
          <input
            type="checkbox"
            :checked="settings.guestsSeePeopleMet"
            @change="hold({ guestsSeePeopleMet: checked($event) })"
          />
          {{ t('settings.guests') }}
        </label>
      </fieldset>
      <fieldset class="sheet" :disabled="!settings.control.enabled">
        <legend>{{ t('settings.terms') }}</legend>
        <p class="muted">{{ t('settings.termsAbout') }}</p>
        <textarea
          class="form-control"
          rows="3"
          maxlength="8000"
          :aria-label="t('settings.terms')"
          :value="settings.terms ?? ''"
          @change="hold({ terms: ($event.target as HTMLTextAreaElement).value.trim() || null })"
        ></textarea>
      </fieldset>
      <HandBackLines :lines="settings.leaverLines" :disabled="!settings.control.enabled" @hold="hold" />
      <fieldset class="sheet" :disabled="!settings.control.enabled">
        <legend>{{ t('settings.erase') }}</legend>
        <label class="row">
          <span>{{ t('settings.eraseAfter') }}</span>
          <input
            class="form-control"
            type="number"
            min="1"
            max="36500"
            :value="settings.erasedAfterDays ?? ''"
            @change="hold({ erasedAfterDays: Number(($event.target as HTMLInputElement).value) || null })"
          />
        </label>
        <label class="row">
          <span>{{ t('settings.eraseThen') }}</span>
          <select
            class="form-select"
            :value="settings.erasedByItself ? 'erase' : 'remind'"
            @change="hold({ erasedByItself: ($event.target as HTMLSelectElement).value === 'erase' })"
          >
            <option value="remind">{{ t('settings.eraseRemind') }}</option>
            <option value="erase">{{ t('settings.eraseItself') }}</option>
          </select>
        </label>
      </fieldset>
      <FieldLines :fields="settings.fields" :disabled="!settings.control.enabled" />
      <div class="sheet">
        <h2>{{ t('settings.owners') }}</h2>
        <p v-for="owner in settings.owners" :key="owner.personId" class="row">
          <RouterLink :to="{ name: 'people', params: { personId: owner.personId } }">{{ owner.name }}</RouterLink>
          <span v-if="owner.signatory" class="muted">{{ t('settings.signatory') }}</span>
          <BButton
            v-else
            size="sm"
            variant="outline-primary"
            :disabled="!session.me?.current?.isOwner"
            :title="session.me?.current?.isOwner ? undefined : t('settings.ownersOnly')"
            @click="docket.hold([{ type: 'name-signatory', personId: owner.personId }])"
            >{{ t('settings.nameSignatory') }}</BButton
          >
        </p>
        <p v-if="settings.owners.length === 1" class="warning">{{ t('settings.oneOwner') }}</p>
        <p>
          <RouterLink :to="{ name: 'links' }">{{ t('links.title') }}</RouterLink> ·
          <RouterLink :to="{ name: 'connections' }">{{ t('connections.title') }}</RouterLink>
        </p>
      </div>
      <div v-if="session.me?.current?.isOwner" class="sheet">
        <h2>{{ t('settings.end') }}</h2>
        <p class="muted">{{ t('settings.endAbout') }}</p>
        <p>
          <BButton size="sm" variant="outline-primary" @click="exportAccount">{{ t('settings.export') }}</BButton>
        </p>
        <form class="row" @submit.prevent="closeAccount">
          <label
            >{{ t('settings.closeName', { name: settings.name }) }}
            <input v-model="typed" class="form-control" autocomplete="off"
          /></label>
          <BButton type="submit" variant="danger" :disabled="typed !== settings.name">{{
            t('settings.close')
          }}</BButton>
        </form>
        <p v-if="closeProblem" role="alert" class="warning">{{ closeProblem }}</p>
      </div>
    </template>
    <p v-else-if="!error" class="muted">{{ t('common.loading') }}</p>
  </section>
</template>

<style scoped>
.settings {
  max-width: 680px;
}
.sheet {
  padding: 14px 18px;
  margin-bottom: 14px;
}
legend {
  float: left;
  width: 100%;
  padding: 0;
  font:
    600 1.05rem 'Bitter Variable',
    serif;
  margin-bottom: 6px;
}
legend + * {
  clear: both;
}
h1 {
  margin-bottom: 12px;
}
.row {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
  min-height: 36px;
  margin: 0;
}
.row input,
.row select {
  max-width: 340px;
}
.check {
  display: block;
  min-height: 30px;
}
.warning {
  background: var(--brass-soft);
  padding: 8px 12px;
}
</style>
