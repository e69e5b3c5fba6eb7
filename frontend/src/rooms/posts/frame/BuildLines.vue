<script setup lang="ts">
import type { FramesView } from '@/shared/api/client'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import Chip from '@/shared/ui/Chip.vue'

import { useSheet } from '@/rooms/files/useSheet'

/** Builds worth a line, each with what it is among the others, why it stands and what it gives up. */
defineProps<{ lines: FramesView['frontier']; label: string; failing?: string[] }>()
const emit = defineEmits<{ hold: [id: number]; lit: [id: number | null] }>()
const store = useSheet()
type Line = FramesView['frontier'][number]
const pick = (line: Line) => !line.chosen && store.change({ do: 'frame.choose', size: line.id, front: line.front })
</script>

<template>
  <ol class="lines" tabindex="0" :aria-label="label">
    <li
      v-for="line in lines"
      :key="`${line.id} ${JSON.stringify(line.front)}`"
      :class="{ chosen: line.chosen, held: line.held }"
      :data-line="`${line.frame} ${line.size}`"
      @mouseenter="emit('lit', line.id)"
      @mouseleave="emit('lit', null)">
      <button type="button" class="pick" :aria-pressed="line.chosen" @click="pick(line)">
        <svg width="18" height="18" viewBox="-9 -9 18 18" aria-hidden="true">
          <LayerSign v-if="line.chosen || line.held" layer="plan" :hollow="!line.chosen" :size="7" />
          <circle v-else r="4" fill="var(--ink)" />
        </svg>
        <span class="name"
          >{{ line.frame }} {{ line.size }} <b v-if="line.chosen">A</b><b v-else-if="line.held">B</b> {{ ' '
          }}<i v-if="line.label">{{ line.label }}</i></span
        >
        <span class="figure miss">{{ line.show_x }} {{ line.show_y }}</span>
        <Chip :word="line.verdict" />
      </button>
      <p>{{ line.stands }} {{ line.gives_up }}</p>
      <p class="quiet built">
        {{ line.decided }} {{ line.bar_why }} {{ line.build[0]!.toUpperCase() + line.build.slice(1) }}; {{ line.cost }}.
        <button v-if="!line.chosen" type="button" class="hold" @click="emit('hold', line.id)">
          {{ line.held ? $t('let go') : $t('hold beside') }}
        </button>
      </p>
    </li>
    <template v-if="!lines.length">
      <li v-for="why in failing" :key="why">
        <p>{{ why }}</p>
      </li>
    </template>
  </ol>
</template>

<style scoped>
.lines {
  flex: 1;
  min-height: 100px;
  overflow: auto;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  padding: 7px 24px 8px;
  border-bottom: 1px solid var(--hair);
  border-left: 4px solid transparent;
}
li.chosen {
  background: var(--sheet);
  border-left-color: var(--plan);
}
.pick {
  display: grid;
  grid-template-columns: 24px 1fr auto auto;
  gap: 8px;
  align-items: center;
  width: 100%;
  padding: 0;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.name {
  font-size: 18px;
  font-weight: 620;
}
.name b {
  font-weight: 420;
  color: var(--quiet);
}
.name i {
  display: block;
  font-size: 14px;
  font-style: normal;
  font-weight: 420;
  color: var(--quiet);
}
.miss {
  font-size: 18px;
  font-weight: 560;
  color: var(--plan);
}
p {
  padding-left: 32px;
  font-size: 14.5px;
  line-height: 1.35;
}
.built {
  font-size: 13px;
}
.hold {
  padding: 0 2px;
  border: 0;
  border-bottom: 1px solid var(--quiet);
  background: none;
  font-size: 13px;
  cursor: pointer;
}
</style>
