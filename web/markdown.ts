// A page of docs/ as a component of the application: Markdown becomes HTML when the application is built, and
// its pictures become files of the build.
import MarkdownIt from 'markdown-it'
import type { Plugin } from 'vite'

const PICTURE = /<img src="([^"]+)"/g

/** Markdown files as Vue components of one element. */
export function markdown(): Plugin {
  return {
    name: 'markdown',
    transform(code: string, id: string) {
      if (!id.endsWith('.md')) return null
      const html = new MarkdownIt().render(code).replace(/<a href="[^"]*">([^<]*)<\/a>/g, '$1')
      const pictures = [...html.matchAll(PICTURE)].map((found) => found[1] ?? '')
      const parts = html.split(PICTURE).filter((_, at) => at % 2 === 0)
      const imports = pictures.map((path, at) => `import p${at} from './${path}'`)
      const pieces = parts.map((part, at) =>
        at
          ? `'<img loading="lazy" src="' + p${at - 1} + '"' + ${JSON.stringify(part)}`
          : JSON.stringify(part),
      )
      return {
        code: [
          "import { createStaticVNode } from 'vue'",
          ...imports,
          `const html = '<article>' + ${pieces.join(' + ')} + '</article>'`,
          'export default { render: () => createStaticVNode(html, 1) }',
        ].join('\n'),
        map: null,
      }
    },
  }
}
