<script setup lang="ts">
import { ref } from 'vue'

import type { Schemas } from '@/shared/api/client'

import { hasBluetooth } from './bluetooth'

/** What is linked, with what came and was refused; and the ways to link something. */
defineProps<{ devices: Schemas['DeviceOut'][]; failed: string; behind: number | null | undefined }>()
defineEmits<{ link: [port?: number]; radio: []; leave: [] }>()
const port = ref('8719')
const asked = ref(false)
// A device that sent nothing for so long is told of.
const QUIET_S = 3
const radio = hasBluetooth()
</script>

<template>
  <div class="link">
    <p v-if="devices.some((d) => d.linked)" class="devices" role="status">
      <span v-for="d in devices.filter((x) => x.linked)" :key="d.name">
        <i :class="{ quiet: (d.ago_s ?? 99) > QUIET_S || !d.touches }"></i>
        <b>{{ d.name }}</b>
        <small v-if="!d.touches" class="warn">{{ $t('does not touch the skin') }}</small>
        <small v-else-if="d.ago_s === null">{{ $t('nothing yet') }}</small>
        <small v-else-if="d.ago_s > QUIET_S" class="warn">{{
          $t('nothing for {n} s', { n: Math.round(d.ago_s) })
        }}</small>
        <small v-else>{{ $t('{n} packets', { n: d.received }) }}</small>
        <small v-if="d.refused" class="warn">{{ $t('{n} refused', { n: d.refused }) }}</small>
      </span>
      <button v-if="radio" type="button" class="press low" @click="$emit('radio')">{{ $t('Another') }}</button>
      <button type="button" class="press low" @click="$emit('leave')">{{ $t('Leave it') }}</button>
    </p>
    <p v-else class="ways">
      <span class="quiet">{{ $t('No trainer is linked.') }}</span>
      <button v-if="radio" type="button" class="press low" @click="$emit('radio')">{{ $t('By Bluetooth') }}</button>
      <button type="button" class="press low" :aria-expanded="asked" @click="asked = !asked">
        {{ $t('At a port') }}
      </button>
      <button type="button" class="press low" @click="$emit('link')">{{ $t('Simulated trainer') }}</button>
    </p>
    <form v-if="asked && !devices.some((d) => d.linked)" @submit.prevent="$emit('link', Number(port))">
      <label
        >{{ $t('Port of this machine') }}
        <input v-model="port" inputmode="numeric" pattern="[0-9]{1,5}" required class="figure small-box" />
      </label>
      <button type="submit" class="press low">{{ $t('Link') }}</button>
      <small class="quiet">{{ $t('as waymark trainer shows it') }}</small>
    </form>
    <p v-if="failed" role="alert" class="warn">{{ failed }}</p>
    <p v-if="behind" role="alert" class="warn">
      {{ $t('The store is {n} s behind: what is read is held here meanwhile.', { n: Math.round(behind) }) }}
    </p>
  </div>
</template>

<style scoped>
.link {
  display: grid;
  gap: 6px;
}
.devices,
.ways,
form {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: center;
}
.devices span {
  display: inline-flex;
  gap: 7px;
  align-items: center;
}
i {
  width: 10px;
  height: 10px;
  border-radius: 50%;
  background: var(--plan);
}
i.quiet {
  border: 2px solid var(--ochre);
  background: none;
}
.warn {
  color: var(--ochre);
}
</style>
