/** Copies the fonts that pages outside the studio's own build use. Part of `npm run build`. */
import { copyFileSync, mkdirSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const out = fileURLToPath(new URL('../kindknock/built/fonts/', import.meta.url))
const find = createRequire(import.meta.url)
const FONTS = {
  'figtree.woff2': ['@fontsource-variable/figtree', 'figtree-latin-wght-normal.woff2'],
  'bricolage.woff2': [
    '@fontsource-variable/bricolage-grotesque',
    'bricolage-grotesque-latin-wght-normal.woff2',
  ],
  'noto-arabic.woff2': ['@fontsource-variable/noto-sans-arabic', 'noto-sans-arabic-arabic-wght-normal.woff2'],
  'literata.woff2': ['@fontsource-variable/literata', 'literata-latin-wght-normal.woff2'],
  'young-serif.woff2': ['@fontsource/young-serif', 'young-serif-latin-400-normal.woff2'],
}
mkdirSync(out, { recursive: true })
for (const [name, [pack, file]] of Object.entries(FONTS)) {
  copyFileSync(join(dirname(find.resolve(`${pack}/package.json`)), 'files', file), join(out, name))
}
