<script setup lang="ts">
// A joint in its corner, in space, from what Go worked out: turned by dragging or by the arrow keys.
import { useElementSize } from '@vueuse/core'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import type { Schemas } from '../api/client'
import { meshes } from './meshes'

const props = defineProps<{ of: Schemas['Space']; turn: number; tip: number }>()
const emit = defineEmits<{ turned: [turn: number, tip: number]; still: [] }>()
const box = ref<HTMLElement>()
const canvas = ref<HTMLCanvasElement>()
const { width, height } = useElementSize(box)
let draw = () => {}
let end = () => {}
onMounted(async () => {
  try {
    const T = await import('./three')
    const renderer = new T.WebGLRenderer({ canvas: canvas.value!, antialias: true, alpha: true })
    renderer.setPixelRatio(Math.min(2, window.devicePixelRatio))
    const { quad, body, cap } = meshes(T)
    const camera = new T.PerspectiveCamera(26, 1, 0.1, 900)
    const scene = new T.Scene()
    scene.add(new T.HemisphereLight(0xffffff, 0x6a6f72, 2))
    const sun = new T.DirectionalLight(0xffffff, 1.9)
    scene.add(sun)
    const mat = (color: number, more = {}) => new T.MeshLambertMaterial({ color, side: T.DoubleSide, ...more })
    const wood = [mat(0xdfc699), mat(0xf0e2c6)]
    const wall = mat(0xd8d2c4, { transparent: true, opacity: 0.55 })
    let group = new T.Group()
    let shown: unknown
    draw = () => {
      if (width.value < 20 || height.value < 20) return
      if (shown !== props.of) {
        shown = props.of
        scene.remove(group)
        group.traverse((o) => (o as { geometry?: { dispose(): void } }).geometry?.dispose())
        group = new T.Group()
        for (const p of props.of.pieces) {
          const m = wood[p.gives ? 1 : 0]!
          group.add(body(p.near, p.far, m), cap(p.section, p.near, m), cap(p.section, p.far, m))
        }
        for (const w of props.of.walls) group.add(quad(w, wall))
        scene.add(group)
      }
      const at = new T.Vector3(...(props.of.at as [number, number, number]))
      const eye = new T.Vector3(...(props.of.eye as [number, number, number])).sub(at)
      camera.up.set(0, 0, 1)
      eye.applyAxisAngle(camera.up, props.turn)
      eye.applyAxisAngle(new T.Vector3().crossVectors(camera.up, eye).normalize(), props.tip)
      camera.position.copy(at).add(eye)
      camera.lookAt(at)
      sun.position.copy(camera.position).add(new T.Vector3(-eye.y, eye.x, Math.abs(eye.z)).multiplyScalar(0.6))
      renderer.setSize(width.value, height.value, false)
      camera.aspect = width.value / height.value
      camera.updateProjectionMatrix()
      renderer.render(scene, camera)
    }
    end = () => renderer.dispose()
    draw()
  } catch {
    emit('still')
  }
})
onBeforeUnmount(() => end())
watch([() => props.of, () => props.turn, () => props.tip, width, height], () => draw())
let from: { x: number; y: number; turn: number; tip: number } | null = null
const down = (e: PointerEvent) => {
  from = { x: e.clientX, y: e.clientY, turn: props.turn, tip: props.tip }
  canvas.value!.setPointerCapture(e.pointerId)
}
const move = (e: PointerEvent) => from && emit('turned', from.turn - (e.clientX - from.x) / 180, from.tip + (e.clientY - from.y) / 220)
function key(e: KeyboardEvent) {
  const by = { ArrowLeft: [-0.12, 0], ArrowRight: [0.12, 0], ArrowUp: [0, -0.1], ArrowDown: [0, 0.1] }[e.key]
  if (!by) return
  e.preventDefault()
  emit('turned', props.turn + by[0]!, props.tip + by[1]!)
}
</script>

<template>
  <div ref="box" class="space" role="img" tabindex="0" aria-label="The joint in its corner; arrow keys turn it" @keydown="key">
    <canvas ref="canvas" @pointerdown="down" @pointermove="move" @pointerup="from = null" @pointercancel="from = null" />
  </div>
</template>

<style scoped>
.space {
  position: relative;
  height: 100%;
  min-height: 0;
}
canvas {
  position: absolute;
  width: 100%;
  height: 100%;
  touch-action: none;
  cursor: grab;
}
</style>
