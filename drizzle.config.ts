import { defineConfig } from 'drizzle-kit'

export default defineConfig({
  dialect: 'sqlite',
  schema: './src/server/sqlite/schema.ts',
  out: './drizzle',
  casing: 'snake_case',
})
