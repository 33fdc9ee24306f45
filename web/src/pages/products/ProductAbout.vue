<script setup lang="ts">
import type { ProductAboutView } from '@lodge/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { fieldDate } from '../../logic/typed-date.ts'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import type { NewChange } from '../../api/types.ts'
import KeyMark from '../../marks/KeyMark.vue'
import NotYet from '../../basics/NotYet.vue'
import ProductTokens from './ProductTokens.vue'

// What a product is: how it charges, its areas, what a seat of each type contains, and the roles it proposes.
const props = defineProps<{ product: string }>()
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const locale = computed(() => session.me?.current?.locale ?? 'en-IE')
const { data, error, again } = useFetched<ProductAboutView>(() => session.path(`/products/${props.product}`))
</script>

<template>
  <NotYet v-if="!data" :error="error" :again="again" />
  <section v-else class="about">
    <p v-if="data.about">{{ data.about }}</p>
    <p class="charging">{{ data.charging }}</p>
    <p v-if="data.address">
      <a :href="data.address" rel="noopener noreferrer" target="_blank">{{ data.address }}</a>
    </p>
    <p class="acts">
      <RouterLink
        v-if="data.controls.describe.enabled"
        class="btn btn-outline-primary btn-sm"
        :to="{ name: 'describe', params: { product } }"
        >{{ t('describe.edit') }}</RouterLink
      >
      <a class="btn btn-outline-primary btn-sm" :href="session.path(`/products/${product}/sheet.json`)" download>{{
        t('describe.export')
      }}</a>
      <span class="muted">{{
        t('describe.version', { date: fieldDate(data.versions[0] ?? '', locale), count: data.versions.length })
      }}</span>
    </p>
    <template v-if="data.roles.length > 0">
      <h2>{{ t('describe.roles') }}</h2>
      <p class="muted">{{ t('describe.rolesAbout') }}</p>
      <p class="acts">
        <BButton
          v-for="role in data.roles"
          :key="role.name"
          size="sm"
          variant="outline-primary"
          :disabled="!data.controls.makeRole.enabled"
          :title="data.controls.makeRole.reason"
          @click="docket.hold([role.change as NewChange], `role ${role.name}`)"
          >{{ t('describe.makeRole', { name: role.name }) }}</BButton
        >
      </p>
    </template>
    <template v-if="data.packets.length > 0">
      <h2>{{ t('describe.packets') }}</h2>
      <p class="muted">{{ t('describe.packetsAbout') }}</p>
      <p class="acts">
        <BButton
          v-for="packet in data.packets"
          :key="packet.name"
          size="sm"
          variant="outline-primary"
          :disabled="!data.controls.makePacket.enabled"
          :title="data.controls.makePacket.reason"
          @click="docket.hold([packet.change as NewChange], `packet ${packet.name}`)"
          >{{ t('describe.makePacket', { name: packet.name }) }}</BButton
        >
      </p>
    </template>
    <h2>{{ t('describe.types') }}</h2>
    <div class="types">
      <div v-for="type in data.types" :key="type.code" class="sheet type">
        <h3>{{ type.name }}</h3>
        <p class="muted">{{ [type.price, type.room].filter(Boolean).join('; ') }}</p>
        <ul>
          <li v-for="area in type.areas" :key="area.name">
            <KeyMark :level="area.level" /> {{ area.name }}<span class="muted">: {{ area.sentence }}</span>
          </li>
          <li v-for="extra in type.extras" :key="extra">{{ extra }}</li>
          <li v-if="type.areas.length === 0" class="muted">{{ t('describe.containsNothing') }}</li>
        </ul>
      </div>
    </div>
    <h2>{{ t('describe.areas') }}</h2>
    <ul class="sheet areas">
      <li v-for="area in data.areas" :key="area.name">
        <strong>{{ area.name }}</strong>
        <span v-if="area.sensitive" class="oxblood"> {{ t('describe.sensitive') }}</span>
        <span v-if="area.wholeAccount" class="muted"> {{ t('describe.wholeAccount') }}</span>
        <small class="muted"> {{ area.levels.map(({ sentence }) => sentence).join(', ') }}</small>
      </li>
    </ul>
    <ProductTokens :product="product" />
  </section>
</template>

<style scoped>
.about {
  max-width: 980px;
}
.charging {
  font: 400 17px/1.5 'Bitter Variable';
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
h2 {
  margin: 18px 0 6px;
}
.areas li > * + * {
  margin-left: 6px;
}
.types {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  gap: 12px;
}
.type {
  padding: 10px 14px;
}
.type p {
  margin: 0 0 4px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.areas {
  padding: 6px 14px;
}
.areas li {
  padding: 5px 0;
}
</style>
