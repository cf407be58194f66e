import { buildSync } from 'esbuild';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { root } from './project.mjs';

/** What runs beside the page, each as one plain script in the app's public folder: the sound engine as an audio worklet, and the
 *  worker that looks into MIDI files. */
export function buildWorkers() {
  buildSync({
    entryPoints: { 'sound/worklet': `${root}/app/src/audio/worklet.ts`, 'work/import': `${root}/app/src/workers/import.worker.ts` },
    outdir: `${root}/app/public`,
    bundle: true,
    format: 'iife',
    target: 'es2022',
    minify: true,
    logLevel: 'warning',
  });
}

/** The server as one file beside its packages. */
export function buildServer() {
  buildSync({
    entryPoints: [`${root}/server/src/main.ts`],
    outfile: `${root}/server/dist/main.mjs`,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    external: ['better-sqlite3', 'drizzle-orm', 'drizzle-orm/*', 'express', 'express-static-gzip', 'helmet', 'compression', 'pino', 'pino-http', 'nanoid'],
    logLevel: 'warning',
  });
}

/** Puts every script below a folder beside itself as small as it gets, so that the server need not do it for each load. */
export function compressScripts(folder) {
  for (const name of readdirSync(folder, { recursive: true })) {
    if (!name.endsWith('.js')) continue;
    const script = readFileSync(join(folder, name));
    writeFileSync(join(folder, `${name}.gz`), gzipSync(script, { level: 9 }));
    writeFileSync(join(folder, `${name}.br`), brotliCompressSync(script));
  }
}
