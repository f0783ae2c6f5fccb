import { createHash } from 'node:crypto';
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Plugin } from 'vite';

/** Writes sw.js beside the built page: the worker that keeps all of its files, listed by name. */
export function keepPageWorker(): Plugin {
  let out = '';
  return {
    name: 'keep-page-worker',
    apply: 'build',
    configResolved: (config) => void (out = join(config.root, config.build.outDir)),
    closeBundle() {
      const assets = readdirSync(join(out, 'assets')).map((f) => `/assets/${f}`);
      const own = readdirSync(out, { withFileTypes: true })
        .filter((f) => f.isFile() && f.name !== 'sw.js')
        .map((f) => `/${f.name}`);
      const files = [...own, ...assets].sort();
      const hash = createHash('sha256');
      for (const file of files) hash.update(file).update(readFileSync(join(out, file)));
      const source = readFileSync(fileURLToPath(new URL('./sw.js', import.meta.url)), 'utf8');
      writeFileSync(
        join(out, 'sw.js'),
        source
          .replace("['__FILES__']", JSON.stringify(files))
          .replace('__VERSION__', hash.digest('hex').slice(0, 12)),
      );
    },
  };
}
