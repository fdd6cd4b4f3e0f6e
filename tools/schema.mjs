/** Writes the published JSON Schema of a motor's record from the schema the code checks by. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createServer } from 'vite';
import { ROOT } from './lib/prepare.mjs';

const vite = await createServer({
  root: ROOT,
  configFile: false,
  server: { middlewareMode: true },
  logLevel: 'error',
});
const { MotorDocument } = await vite.ssrLoadModule(join(ROOT, 'packages/records/src/index.ts'));
const { z } = await vite.ssrLoadModule('zod');
writeFileSync(
  join(ROOT, 'docs/motor-record.schema.json'),
  `${JSON.stringify(z.toJSONSchema(MotorDocument), null, 2)}\n`,
);
await vite.close();
