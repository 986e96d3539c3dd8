<script setup lang="ts">
// The piece in space, on the saw or on the wall, from what Go worked out: three.js
// only turns it and lights it. Where there is no WebGL, or it is too slow, the still
// picture that Go drew takes its place.
import { useElementSize } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import type { Solid } from '../api/client'
import { startTurning, type Turning } from './turning'

const props = defineProps<{ solid: Solid; onWall: boolean }>()
const emit = defineEmits<{ still: [why: string] }>()
const box = ref<HTMLElement>()
const canvas = ref<HTMLCanvasElement>()
const { width, height } = useElementSize(box)
const still = ref('')
const view = shallowRef<Turning | null>(null)
let gone = false

function fall(why: string) {
  view.value?.stop()
  view.value = null
  still.value = why
  emit('still', why)
}
onMounted(async () => {
  try {
    const v = await startTurning(canvas.value!, fall)
    if (gone) return v.stop()
    view.value = v
  } catch {
    fall('This browser draws nothing in space: a still picture.')
  }
})
onBeforeUnmount(() => {
  gone = true
  view.value?.stop()
})
watch([view, () => props.solid, width, height], () => view.value?.show(props.solid, width.value, height.value))
watch([view, () => props.onWall], ([v, wall]) => v?.flip(!!wall))

// The still picture, as wide as its place.
const fit = computed(() => {
  const ps = props.solid.still.filter((f) => f.of !== 'table' && f.of !== 'fence' && f.of !== 'added').flatMap((f) => f.points)
  const xs = ps.map((p) => p[0]!)
  const ys = ps.map((p) => p[1]!)
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const k = Math.min((width.value - 12) / (x1 - x0), (height.value - 12) / (y1 - y0))
  return { k, x: width.value / 2 - (k * (x0 + x1)) / 2, y: height.value / 2 + (k * (y0 + y1)) / 2 }
})
const points = (f: Solid['still'][number]) =>
  f.points.map((p) => `${(fit.value.x + fit.value.k * p[0]!).toFixed(1)},${(fit.value.y - fit.value.k * p[1]!).toFixed(1)}`).join(' ')
</script>

<template>
  <div ref="box" class="turn" role="img" :aria-label="`The piece turned in space, ${onWall ? 'as it hangs' : 'as it lies on the saw'}. Keep ${solid.keep}.`">
    <canvas v-show="!still" ref="canvas" />
    <svg v-if="still && width > 40" :width="width" :height="height" aria-hidden="true">
      <polygon v-for="(f, i) in solid.still" :key="i" :class="f.of" :points="points(f)" :style="{ '--shade': f.shade }" />
    </svg>
  </div>
</template>

<style scoped>
.turn {
  position: relative;
  width: 100%;
  height: 100%;
  overflow: hidden;
}
canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  display: block;
}
polygon {
  stroke-width: 0.4;
}
.keep {
  fill: color-mix(in srgb, #e7d3ae calc(45% + 55% * var(--shade)), #5d4a28);
  stroke: #b99b66;
}
.cut {
  fill: #f0e2c6;
  stroke: #b99b66;
}
.waste {
  fill: color-mix(in srgb, #8a8578 calc(30% + 50% * var(--shade)), #2a2d2e);
  stroke: #6d695e;
  fill-opacity: 0.85;
}
.blade {
  fill: #f4a3c0;
  fill-opacity: 0.28;
  stroke: #f4a3c0;
  stroke-width: 1;
}
.table {
  fill: #2a3135;
}
.fence,
.added {
  fill: #7fb2da;
  fill-opacity: 0.3;
}
</style>
