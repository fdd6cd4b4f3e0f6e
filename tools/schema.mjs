/** Writes the published JSON Schemas from the schemas the code checks by. */
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
const { MotorDocument, WindingDocument } = await vite.ssrLoadModule(
  join(ROOT, 'packages/records/src/index.ts'),
);
const { z } = await vite.ssrLoadModule('zod');
for (const [name, schema] of [
  ['motor-record', MotorDocument],
  ['winding-record', WindingDocument],
])
  writeFileSync(
    join(ROOT, `docs/${name}.schema.json`),
    `${JSON.stringify(z.toJSONSchema(schema), null, 2)}\n`,
  );
await vite.close();
