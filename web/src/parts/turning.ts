import type { Solid } from '../api/client'
import { meshes } from './meshes'

/** A piece in space that can be shown and turned. */
export interface Turning {
  show(solid: Solid, width: number, height: number): void
  flip(onWall: boolean): void
  stop(): void
}

/** How many first frames are timed, and what their median may take. */
const FIRST = 9
const SLOW = 50

/** Begins to draw on a canvas. fall is called where its first frames are too slow. Fails without WebGL. */
export async function startTurning(canvas: HTMLCanvasElement, fall: (why: string) => void): Promise<Turning> {
  const T = await import('./three')
  const renderer = new T.WebGLRenderer({ canvas, antialias: true, alpha: true })
  renderer.setPixelRatio(Math.min(2, window.devicePixelRatio))
  const scene = new T.Scene()
  const camera = new T.PerspectiveCamera(32, 1, 0.1, 500)
  scene.add(new T.HemisphereLight(0xffffff, 0x30353a, 2.1))
  const sun = new T.DirectionalLight(0xffffff, 2.2)
  sun.position.set(-4, -6, 9)
  const lamp = new T.DirectionalLight(0xffffff, 1.1) // what hangs is seen from below
  lamp.position.set(3, -8, -3)
  scene.add(sun, lamp)
  const hatch = hatched(T)
  const mats = {
    keep: new T.MeshLambertMaterial({ color: 0xe7d3ae, side: T.DoubleSide }),
    cut: new T.MeshLambertMaterial({ color: 0xf7ecd6, side: T.DoubleSide }),
    waste: new T.MeshLambertMaterial({ map: hatch, color: 0xb9b4a8, side: T.DoubleSide, transparent: true, opacity: 0.9 }),
    blade: new T.MeshBasicMaterial({ color: 0xf4a3c0, side: T.DoubleSide, transparent: true, opacity: 0.34, depthWrite: false }),
    table: new T.MeshLambertMaterial({ color: 0x3a444a, side: T.DoubleSide }),
    fence: new T.MeshLambertMaterial({ color: 0x7fb2da, side: T.DoubleSide, transparent: true, opacity: 0.55 }),
    wall: new T.MeshLambertMaterial({ color: 0x8d9488, side: T.DoubleSide, transparent: true, opacity: 0.5 }),
    mark: new T.MeshBasicMaterial({ color: 0xf4a3c0 }),
  }
  let stage = new T.Group() // on the saw
  let place = new T.Group() // on the wall
  let piece = new T.Group()
  let onSaw = { q: new T.Quaternion(), at: new T.Vector3() }
  let at = 0 // 0 on the saw, 1 on the wall
  let to = 0
  let size = 4
  let added = 0 // the side that the piece is seen from along an added fence, as a sign
  let frame = 0
  let over = false
  const times: number[] = []

  const { quad, body, cap } = meshes(T)

  function build(s: Solid) {
    for (const g of [stage, place, piece]) {
      scene.remove(g)
      g.traverse((o) => (o as { geometry?: { dispose(): void } }).geometry?.dispose())
    }
    stage = new T.Group()
    place = new T.Group()
    piece = new T.Group()
    piece.add(
      body(s.end, s.far, mats.keep),
      cap(s.section, s.far, mats.keep),
      cap(s.section, s.end, mats.cut),
      body(s.end, s.waste, mats.waste),
      cap(s.section, s.waste, mats.waste),
    )
    const dot = new T.Mesh(new T.SphereGeometry(0.1, 16, 12), mats.mark)
    piece.add(dot)
    stage.add(quad(s.table, mats.table), quad(s.fence, mats.fence), ...(s.added ? [quad(s.added, mats.fence)] : []), quad(s.blade, mats.blade))
    place.add(quad(s.wall, mats.wall), ...(s.ceiling?.length ? [quad(s.ceiling, mats.wall)] : []))
    const m = new T.Matrix4().set(
      s.turn[0]!,
      s.turn[1]!,
      s.turn[2]!,
      0,
      s.turn[3]!,
      s.turn[4]!,
      s.turn[5]!,
      0,
      s.turn[6]!,
      s.turn[7]!,
      s.turn[8]!,
      0,
      0,
      0,
      0,
      1,
    )
    onSaw = { q: new T.Quaternion().setFromRotationMatrix(m), at: new T.Vector3(...(s.shift as [number, number, number])) }
    added = { left: 1, right: -1 }[s.addedOn ?? ''] ?? 0
    size = Math.max(...s.section.map((p) => Math.max(Math.abs(p[0]!), Math.abs(p[1]!))))
    scene.add(stage, place, piece)
  }

  function draw(now: number) {
    if (over) return
    const began = performance.now()
    at += Math.max(-0.06, Math.min(0.06, to - at))
    if (Math.abs(to - at) < 0.01) at = to
    const ease = at * at * (3 - 2 * at)
    piece.quaternion.copy(onSaw.q).slerp(new T.Quaternion(), ease)
    piece.position.copy(onSaw.at).multiplyScalar(1 - ease)
    stage.visible = ease < 0.5
    place.visible = ease >= 0.5
    // Whoever looks stands at the saw, or in the room.
    const sway = 0.64 * T.MathUtils.smoothstep(T.MathUtils.pingpong(now / 8000, 1), 0, 1) - 0.32
    const d = 3.9 * size + 4.6
    const low = ease > 0.5 ? -0.12 : 0.62
    // Along an added fence the piece comes toward whoever looks: from beside it more is seen.
    const along = added && ease <= 0.5 ? added : 0
    const turn = sway + (along ? along * 0.85 : -0.45)
    const mid = along ? onSaw.at.y : 0
    camera.up.set(0, 0, 1)
    const stand = new T.Vector3(0, -d, 0).applyAxisAngle(camera.up, turn)
    camera.position.set(stand.x, mid + stand.y * 0.86, d * low + size * 0.5)
    camera.lookAt(0, mid + (ease > 0.5 ? 0 : -size * 0.3), size * (ease > 0.5 ? 0.45 : 0.25))
    renderer.render(scene, camera)
    if (times.length < FIRST) {
      renderer.getContext().finish()
      times.push(performance.now() - began)
      if (times.length === FIRST && [...times].sort((a, b) => a - b)[FIRST >> 1]! > SLOW) return fall('Too slow to turn here: a still picture.')
    }
    const calm = window.matchMedia('(prefers-reduced-motion: reduce)').matches
    if (!calm || at !== to || times.length < FIRST) frame = requestAnimationFrame(draw)
  }
  const again = () => {
    cancelAnimationFrame(frame)
    frame = requestAnimationFrame(draw)
  }

  return {
    show(s, width, height) {
      if (width < 20 || height < 20) return
      renderer.setSize(width, height, false)
      camera.aspect = width / height
      camera.updateProjectionMatrix()
      build(s)
      again()
    },
    flip(onWall) {
      to = onWall ? 1 : 0
      again()
    },
    stop() {
      over = true
      cancelAnimationFrame(frame)
      renderer.dispose()
    },
  }
}

/** Waste is hatched: a small picture of slanting lines, repeated. */
function hatched(T: typeof import('./three')) {
  const c = document.createElement('canvas')
  c.width = c.height = 64
  const g = c.getContext('2d')!
  g.fillStyle = '#d8d2c4'
  g.fillRect(0, 0, 64, 64)
  g.strokeStyle = '#4a4d4c'
  g.lineWidth = 7
  for (const x of [-64, -32, 0, 32, 64]) {
    g.beginPath()
    g.moveTo(x, 64)
    g.lineTo(x + 64, 0)
    g.stroke()
  }
  const t = new T.CanvasTexture(c)
  t.wrapS = t.wrapT = T.RepeatWrapping
  return t
}
