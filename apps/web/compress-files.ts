/** Compresses the built files once, as they are built, so that no request has to. */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import type { Plugin } from 'vite';

const TEXT = /\.(js|css|html|svg|json)$/;
/** Smaller ones gain nothing [bytes]. */
const LEAST = 1024;

export function compressFiles(): Plugin {
  let folder = '';
  return {
    name: 'compress-files',
    apply: 'build',
    configResolved: (config) => {
      folder = join(config.root, config.build.outDir);
    },
    closeBundle: () => {
      for (const file of readdirSync(folder, { recursive: true, encoding: 'utf8' })) {
        if (!TEXT.test(file)) continue;
        const content = readFileSync(join(folder, file));
        if (content.length < LEAST) continue;
        const quality = { [constants.BROTLI_PARAM_QUALITY]: 9 };
        writeFileSync(join(folder, `${file}.br`), brotliCompressSync(content, { params: quality }));
        writeFileSync(join(folder, `${file}.gz`), gzipSync(content, { level: 9 }));
      }
    },
  };
}
