import tseslint from 'typescript-eslint'
import vue from 'eslint-plugin-vue'
import vueParser from 'vue-eslint-parser'

export default tseslint.config(
  { ignores: ['**/node_modules', '**/dist', 'kindknock', '.venv', '.local', '**/*.gen.ts'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/essential'],
  {
    files: ['**/*.vue'],
    languageOptions: { parser: vueParser, parserOptions: { parser: tseslint.parser, sourceType: 'module' } },
    rules: { 'vue/no-v-html': 'error', 'vue/multi-word-component-names': 'off' },
  },
  { rules: { '@typescript-eslint/no-explicit-any': 'error', 'no-console': 'error' } },
  {
    files: ['**/*.mjs', 'demo/**/*.js'],
    rules: { 'no-console': 'off', '@typescript-eslint/no-unused-expressions': 'off' },
  },
)
