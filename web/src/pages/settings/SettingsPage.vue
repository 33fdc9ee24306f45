<script setup lang="ts">
import type { SettingsView, Standing } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { ApiError } from '../../api/client.ts'
import { ask } from '../../api/client.ts'
import FieldLines from './FieldLines.vue'
import HandBackLines from './HandBackLines.vue'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { keepAsFile } from '../../logic/files.ts'
import { useProof } from '../../state/proof.ts'
import { useSession } from '../../state/session.ts'
import NotYet from '../../basics/NotYet.vue'
import { must } from '@lodge/core/must'

// The account's name and rules; each change goes into the docket.
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const { data: settings, error, again } = useFetched<SettingsView>(() => session.path('/settings'))
const STANDINGS: readonly Standing[] = ['owner', 'administrator', 'member', 'guest']

function hold(what: object): void {
  docket.hold([{ type: 'change-settings', ...what }], `settings ${Object.keys(what).join()}`)
}

function rename(event: Event): void {
  const name = (event.target as HTMLInputElement).value.trim()
  if (name && name !== settings.value?.name) hold({ name })
}

function toggleStanding(standing: Standing, event: Event): void {
  const wanted = new Set(must(settings.value, 'settings').secondMeansFor)
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

/** Closes the account for good; its certificate is kept by the person who closes it. */
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

/** The sections in their order, each with its heading. */
const TITLES = {
  account: 'settings.account',
  owners: 'settings.owners',
  signIn: 'settings.signIn',
  rules: 'settings.rules',
  newcomers: 'settings.newcomers',
  leavers: 'settings.leavers',
  fields: 'fields.title',
  links: 'settings.links',
  end: 'settings.end',
} as const
type Section = keyof typeof TITLES
const sections = computed(() =>
  (Object.keys(TITLES) as Section[]).filter((one) => one !== 'end' || session.me?.current?.isOwner),
)
const idOf = (section: Section) => `settings-${section}`
function goTo(section: Section): void {
  const head = document.querySelector<HTMLElement>(`#${idOf(section)} > h2`)
  head?.scrollIntoView({ block: 'start' })
  head?.focus({ preventScroll: true })
}

const checked = (event: Event) => (event.target as HTMLInputElement).checked
</script>

<template>
  <div class="settings">
    <h1>{{ t('settings.title') }}</h1>
    <NotYet v-if="!settings" :error="error" :again="again" />
    <template v-else>
      <p v-if="!settings.control.enabled" class="muted">{{ settings.control.reason }}</p>
      <div class="two">
        <nav :aria-label="t('settings.sections')">
          <a v-for="one in sections" :key="one" :href="`#${idOf(one)}`" @click.prevent="goTo(one)">{{
            t(TITLES[one])
          }}</a>
        </nav>
        <div>
          <section :id="idOf('account')" :aria-label="t(TITLES['account'])">
            <h2 tabindex="-1">{{ t(TITLES['account']) }}</h2>
            <fieldset class="sheet" :disabled="!settings.control.enabled">
              <label class="row">
                <span>{{ t('settings.name') }}</span>
                <input class="form-control" maxlength="80" :value="settings.name" @change="rename" />
              </label>
              <p class="muted">{{ t('settings.fixed', { zone: settings.zone, currency: settings.currency }) }}</p>
            </fieldset>
          </section>
          <section :id="idOf('owners')" :aria-label="t(TITLES['owners'])">
            <h2 tabindex="-1">{{ t(TITLES['owners']) }}</h2>
            <div class="sheet">
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
            </div>
          </section>
          <section :id="idOf('signIn')" :aria-label="t(TITLES['signIn'])">
            <h2 tabindex="-1">{{ t(TITLES['signIn']) }}</h2>
            <fieldset class="sheet" :disabled="!settings.control.enabled">
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
          </section>
          <section :id="idOf('rules')" :aria-label="t(TITLES['rules'])">
            <h2 tabindex="-1">{{ t(TITLES['rules']) }}</h2>
            <fieldset class="sheet" :disabled="!settings.control.enabled">
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
          </section>
          <section :id="idOf('newcomers')" :aria-label="t(TITLES['newcomers'])">
            <h2 tabindex="-1">{{ t(TITLES['newcomers']) }}</h2>
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
          </section>
          <section :id="idOf('leavers')" :aria-label="t(TITLES['leavers'])">
            <h2 tabindex="-1">{{ t(TITLES['leavers']) }}</h2>
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
          </section>
          <section :id="idOf('fields')" :aria-label="t(TITLES['fields'])">
            <h2 tabindex="-1">{{ t(TITLES['fields']) }}</h2>
            <FieldLines :fields="settings.fields" :disabled="!settings.control.enabled" />
          </section>
          <section :id="idOf('links')" :aria-label="t(TITLES['links'])">
            <h2 tabindex="-1">{{ t(TITLES['links']) }}</h2>
            <div class="sheet">
              <p>
                <RouterLink :to="{ name: 'seats' }">{{ t('settings.connections') }}</RouterLink>
                <small class="muted">{{ t('settings.connectionsAbout') }}</small>
              </p>
              <p>
                <RouterLink :to="{ name: 'links' }">{{ t('links.title') }}</RouterLink>
                <small class="muted">{{ t('settings.linksAbout') }}</small>
              </p>
            </div>
          </section>
          <section v-if="session.me?.current?.isOwner" :id="idOf('end')" :aria-label="t(TITLES['end'])">
            <h2 tabindex="-1">{{ t(TITLES['end']) }}</h2>
            <div class="sheet">
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
          </section>
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 190px minmax(0, 680px);
  gap: 28px;
  align-items: start;
}
nav {
  position: sticky;
  top: 0;
  display: flex;
  flex-direction: column;
}
nav a {
  padding: 5px 0;
  color: var(--ink);
  text-decoration: none;
}
nav a:hover {
  color: var(--green);
  text-decoration: underline;
}
section {
  scroll-margin-top: 8px;
  margin-bottom: 22px;
}
section > h2 {
  margin-bottom: 8px;
  outline: none;
}
.sheet {
  padding: 14px 18px;
  margin-bottom: 10px;
}
legend {
  float: left;
  width: 100%;
  padding: 0;
  font:
    600 14px 'Public Sans Variable',
    sans-serif;
  margin-bottom: 6px;
}
legend + * {
  clear: both;
}
h1 {
  margin-bottom: 12px;
}
small {
  display: block;
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
@media (max-width: 800px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
    gap: 12px;
  }
  nav {
    position: static;
    flex-flow: row wrap;
    gap: 2px 14px;
  }
}
</style>
