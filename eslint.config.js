import tseslint from 'typescript-eslint'
import vue from 'eslint-plugin-vue'
import vueParser from 'vue-eslint-parser'

/** What prettier lays out is not eslint's matter. */
const layout = Object.fromEntries(
  [
    'html-closing-bracket-newline',
    'html-indent',
    'html-self-closing',
    'max-attributes-per-line',
    'singleline-html-element-content-newline',
    'multiline-html-element-content-newline',
    'html-closing-bracket-spacing',
  ].map((rule) => [`vue/${rule}`, 'off']),
)

/** What a component imports from another has types only vue-tsc knows; it checks them in a part of ./test of its own. */
const seenByVueTsc = Object.fromEntries(
  ['argument', 'assignment', 'call', 'member-access', 'return'].map((what) => [
    `@typescript-eslint/no-unsafe-${what}`,
    'off',
  ]),
)

/** The same for every file: another list of extensions would have all types worked out anew. */
const typed = {
  projectService: true,
  tsconfigRootDir: import.meta.dirname,
  extraFileExtensions: ['.vue'],
}

export default tseslint.config(
  { ignores: ['**/node_modules', '**/dist', 'kindknock', '.venv', '.local', '**/*.gen.ts'] },
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.ts', '**/*.vue'],
    extends: tseslint.configs.recommendedTypeChecked,
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      'no-console': 'error',
      'no-restricted-syntax': [
        'error',
        ...[':function > .params', 'VariableDeclarator > .id', 'ArrayPattern > .elements'].map((spot) => ({
          selector: `${spot}[name=/^(one|said|told)$/]`,
          message: 'Name it by what it holds.',
        })),
      ],
    },
  },
  { files: ['**/*.ts'], languageOptions: { parserOptions: typed } },
  {
    files: ['**/*.vue'],
    languageOptions: {
      parser: vueParser,
      parserOptions: { ...typed, parser: tseslint.parser, sourceType: 'module' },
    },
    rules: {
      ...layout,
      'vue/no-v-html': 'error',
      'vue/multi-word-component-names': 'off',
      ...seenByVueTsc,
    },
  },
  { files: ['studio/src/main.ts', 'studio/src/router.ts'], rules: seenByVueTsc },
)
