import { buildSync } from 'esbuild';
import { root } from './project.mjs';

/** The sound engine as an audio worklet: one plain script, served from the app's public folder. */
export function buildWorklet() {
  buildSync({
    entryPoints: [`${root}/app/src/audio/worklet.ts`],
    outfile: `${root}/app/public/sound/worklet.js`,
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
    external: ['better-sqlite3', 'drizzle-orm', 'drizzle-orm/*', 'express', 'helmet', 'compression', 'pino', 'pino-http', 'nanoid'],
    logLevel: 'warning',
  });
}
