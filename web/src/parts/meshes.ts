// Flats and bodies of three.js from places in space.
export function meshes(T: typeof import('./three')) {
  type M = InstanceType<typeof T.Material>
  const quad = (ps: readonly number[][], m: M) => {
    const g = new T.BufferGeometry()
    g.setAttribute('position', new T.Float32BufferAttribute([ps[0]!, ps[1]!, ps[2]!, ps[0]!, ps[2]!, ps[3]!].flat(), 3))
    g.computeVertexNormals()
    return new T.Mesh(g, m)
  }
  /** What lies between two rings. */
  const body = (a: readonly number[][], b: readonly number[][], m: M) => {
    const pos: number[] = []
    const uv: number[] = []
    const put = (p: number[]) => {
      pos.push(...p)
      uv.push(p[0]! * 0.9, (p[1]! + p[2]!) * 0.9)
    }
    for (let i = 0; i < a.length; i++) {
      const k = (i + 1) % a.length
      for (const p of [a[i]!, a[k]!, b[k]!, a[i]!, b[k]!, b[i]!]) put(p)
    }
    const g = new T.BufferGeometry()
    g.setAttribute('position', new T.Float32BufferAttribute(pos, 3))
    g.setAttribute('uv', new T.Float32BufferAttribute(uv, 2))
    g.computeVertexNormals()
    return new T.Mesh(g, m)
  }
  /** What closes a ring, by the section that it is of. */
  const cap = (section: readonly number[][], ring: readonly number[][], m: M) => {
    const tri = T.ShapeUtils.triangulateShape(
      section.map((p) => new T.Vector2(p[0], p[1])),
      [],
    )
    const g = new T.BufferGeometry()
    g.setAttribute(
      'position',
      new T.Float32BufferAttribute(
        tri.flat().flatMap((i) => ring[i]!),
        3,
      ),
    )
    g.computeVertexNormals()
    return new T.Mesh(g, m)
  }
  return { quad, body, cap }
}
