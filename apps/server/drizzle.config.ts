import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'postgresql',
  schema: ['./src/database/schema.ts', './src/database/series-schema.ts'],
  out: './drizzle',
});
