<script setup lang="ts">
import type { FramesView } from '@/shared/api/client'
import { useSheet } from '@/rooms/files/useSheet'
import Chip from '@/shared/ui/Chip.vue'

/** The one build a workshop would put together: what it is, why, what it costs and what it gives up. */
const props = defineProps<{ line: NonNullable<FramesView['recommended']> }>()
const emit = defineEmits<{ hold: [id: number]; lit: [id: number | null] }>()
const store = useSheet()
const take = () =>
  !props.line.chosen && store.change({ do: 'frame.choose', size: props.line.id, front: props.line.front })
const upper = (said: string) => said.charAt(0).toUpperCase() + said.slice(1)
</script>

<template>
  <section
    class="recommended"
    :aria-label="$t('Recommended')"
    :data-line="`${line.frame} ${line.size}`"
    @mouseenter="emit('lit', line.id)"
    @mouseleave="emit('lit', null)">
    <p class="head">
      <span class="name">{{ line.frame }} {{ line.size }}</span>
      <span class="figure">{{ line.show_x }} {{ line.show_y }}</span> <Chip :word="line.verdict" />
    </p>
    <p class="build">{{ upper(line.build) }}; {{ line.cost }}.</p>
    <p>{{ line.stands }} {{ line.bar_why }} {{ line.gives_up }}</p>
    <p v-if="line.standing" class="standing">{{ line.standing }}</p>
    <details v-if="line.faults.length">
      <summary>{{ $t('{points} points against it', { points: line.points.toFixed(1) }) }}</summary>
      <ul>
        <li v-for="fault in line.faults" :key="fault.says">
          <span class="figure">{{ fault.points.toFixed(1) }}</span> {{ fault.says }}
        </li>
      </ul>
    </details>
    <p class="does">
      <button type="button" class="press low" :disabled="line.chosen" @click="take">
        {{ line.chosen ? $t('Taken') : $t('Take it') }}
      </button>
      {{ ' ' }}
      <button v-if="!line.chosen" type="button" class="press low bare" @click="emit('hold', line.id)">
        {{ line.held ? $t('let go') : $t('hold beside') }}
      </button>
    </p>
  </section>
</template>

<style scoped>
.recommended {
  margin: 8px 24px 6px;
  padding: 10px 14px 12px;
  border: 1px solid var(--plan);
  border-left-width: 4px;
  border-radius: 3px;
  background: var(--sheet);
  font-size: 15px;
  line-height: 1.38;
}
.head {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 8px;
  align-items: baseline;
}
.name {
  font-size: 21px;
  font-weight: 640;
}
.head .figure {
  font-size: 18px;
  font-weight: 560;
  color: var(--plan);
}
.build {
  font-size: 16px;
  font-weight: 560;
}
.standing {
  color: var(--quiet);
}
summary {
  cursor: pointer;
  font-size: 14px;
  color: var(--quiet);
}
ul {
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
  font-size: 14px;
  color: var(--quiet);
}
li .figure {
  display: inline-block;
  width: 34px;
}
.does {
  display: flex;
  gap: 8px;
  padding-top: 8px;
}
</style>
