import type { Plugin, Rollup } from 'vite'

type Chunk = Rollup.OutputChunk & { viteMetadata?: { importedCss: Set<string> } }

/**
 * Writes ahead.js, which asks for what the stop in the address is made of while the pages' own script is still
 * on its way: on a slow line the two come together and not one after the other.
 */
export function ahead(): Plugin {
  return {
    name: 'ahead',
    apply: 'build',
    transformIndexHtml: () => [{ tag: 'script', attrs: { src: '/ahead.js', async: true }, injectTo: 'head' }],
    generateBundle(_, bundle) {
      const chunks = Object.values(bundle).filter((c) => c.type === 'chunk') as Chunk[]
      const begun = new Set(chunks.filter((c) => c.isEntry).map((c) => c.fileName))
      const filesOf = (file: string, seen: Set<string>) => {
        const c = bundle[file] as Chunk | undefined
        if (!c || seen.has(file) || begun.has(file)) return seen
        seen.add(file)
        c.viteMetadata?.importedCss.forEach((css) => seen.add(css))
        c.imports.forEach((next) => filesOf(next, seen))
        return seen
      }
      const stops: Record<string, string[]> = {}
      for (const c of chunks) {
        const [, stop] = /\/stops\/([A-Z][a-z]+)Stop\.vue$/.exec(c.facadeModuleId ?? '') ?? []
        if (stop) stops[stop.toLowerCase()] = [...filesOf(c.fileName, new Set())]
      }
      this.emitFile({ type: 'asset', fileName: 'ahead.js', source: `(${ask.toString()})(${JSON.stringify(stops)})` })
    },
  }
}

function ask(stops: Record<string, string[]>) {
  for (const file of stops[location.pathname.split('/')[3] ?? ''] ?? []) {
    const link = document.createElement('link')
    const css = file.endsWith('.css')
    link.rel = css ? 'preload' : 'modulepreload'
    if (css) link.as = 'style'
    link.href = '/' + file
    document.head.append(link)
  }
}
