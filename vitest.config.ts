import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: { include: ['button/tests/**/*.test.ts', 'studio/tests/**/*.test.ts'], environment: 'node' },
})
