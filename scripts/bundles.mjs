import { buildSync } from 'esbuild';
import { marked } from 'marked';
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { root, run } from './project.mjs';

/** The sound engine's loops as WebAssembly, in a module so that whatever can import a script can have them. */
export function buildKernels() {
  const options = ['-O3', '--runtime', 'stub', '--initialMemory', '64', '--enable', 'simd', '--disableWarning', '112'];
  run(`${root}/node_modules/.bin/asc`, ['core/kernels/index.ts', ...options, '--outFile', 'core/dist/kernels.wasm']);
  const bytes = readFileSync(`${root}/core/dist/kernels.wasm`).join();
  writeFileSync(
    `${root}/core/dist/kernels.ts`,
    `/** Made by scripts/build.mjs from core/kernels. */\nexport const KERNELS: Uint8Array = Uint8Array.of(${bytes});\n`,
  );
}

/** A program of the project's own for Node, in one file. */
export function bundleForNode(entryPoint, outfile) {
  buildSync({
    entryPoints: [entryPoint],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    alias: {
      '@yibbo/core/demo': `${root}/core/src/song/demo/index.ts`,
      '@yibbo/core/midi': `${root}/core/src/midi/index.ts`,
      '@yibbo/core': `${root}/core/src/index.ts`,
    },
    logLevel: 'warning',
  });
}

/** Which sounds and drums are alike, worked out from how they sound, in a module. */
export function buildSimilar() {
  const outfile = `${root}/core/dist/measured.mjs`;
  bundleForNode(`${root}/core/src/measure/write-similar.ts`, outfile);
  writeFileSync(
    `${root}/core/dist/similar.ts`,
    `/** Made by scripts/build.mjs from how every sound measures. */\nexport const SIMILAR: Readonly<Record<string, readonly string[]>> = ${run(process.execPath, [outfile])};\n`,
  );
}

/** Scripts that run beside the page, each in the app's public folder: the sound engine as an audio worklet, and the
 *  worker that looks into MIDI files. */
export function buildWorkers() {
  buildSync({
    entryPoints: {
      'sound/worklet': `${root}/app/src/audio/worklet.ts`,
      'work/import': `${root}/app/src/workers/import.worker.ts`,
      'work/wav': `${root}/app/src/workers/wav.worker.ts`,
      'work/hits': `${root}/app/src/workers/hits.worker.ts`,
    },
    outdir: `${root}/app/public`,
    bundle: true,
    format: 'iife',
    target: 'es2022',
    minify: true,
    logLevel: 'warning',
  });
}

/** The guide as the help shows it: its entries, each a list item that begins with a bold title, under the heading it stands below. */
export function buildGuide() {
  const guide = readFileSync(`${root}/docs/guide.md`, 'utf8').replace(/!\[[^\]]*\]\([^)]*\)/g, '');
  let group = '';
  const entries = marked.lexer(guide).flatMap((token) => {
    if (token.type === 'heading') group = token.text;
    if (token.type !== 'list') return [];
    return token.items.flatMap(({ text }) => {
      const [whole, title] = /^\*\*(.+?)\.?\*\*/.exec(text) ?? [];
      return title ? [{ group, title, html: marked.parseInline(text.slice(whole.length).trim()) }] : [];
    });
  });
  mkdirSync(`${root}/app/public/work`, { recursive: true });
  writeFileSync(`${root}/app/public/work/guide.json`, JSON.stringify(entries));
}

/** The server as one file beside its packages, and another for its thread for large work. */
export function buildServer() {
  buildSync({
    entryPoints: { main: `${root}/server/src/main.ts`, heavy: `${root}/server/src/heavy/heavy.ts` },
    outdir: `${root}/server/dist`,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    external: [
      'better-sqlite3',
      'drizzle-orm',
      'drizzle-orm/*',
      'express',
      'express-static-gzip',
      'helmet',
      'compression',
      'pino',
      'pino-http',
      'nanoid',
      'piscina',
      'cookie-parser',
      'express-rate-limit',
      'uqr',
    ],
    logLevel: 'warning',
  });
}

/** Writes the name of this build into the page, and the service worker that keeps all its files. */
export function sealApp(folder, build) {
  const page = join(folder, 'index.html');
  writeFileSync(page, readFileSync(page, 'utf8').replace('</title>', `</title><meta name="build" content="${build}" />`));
  const kept = (name) => /\.(js|json|html|woff2|png|ico|webmanifest|wasm)$/.test(name) && name !== 'metadata.json';
  const files = readdirSync(folder, { recursive: true })
    .filter(kept)
    .sort()
    .map((name) => `/${name}`);
  buildSync({
    entryPoints: { 'service-worker': `${root}/app/src/workers/service-worker.ts` },
    outdir: folder,
    bundle: true,
    format: 'iife',
    target: 'es2022',
    minify: true,
    define: { FILES: JSON.stringify(files), BUILD: JSON.stringify(build) },
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
