/** npm run sounds: what is measured of every sound, beside what it is to be, and what is off. `npm run sounds -- balance` writes anew how loud each is at
 *  each key. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { ensureBuilt, ensureInstalled, root, run } from './project.mjs';

ensureInstalled();
ensureBuilt();
const { bundleForNode } = await import('./bundles.mjs');
mkdirSync(`${root}/bench/dist`, { recursive: true });

/** Bundles a program and runs it. */
function measured(entryPoint, options) {
  const outfile = `${root}/bench/dist/sounds.mjs`;
  bundleForNode(`${root}/${entryPoint}`, outfile);
  return run(process.execPath, [outfile], options);
}

if (process.argv[2] === 'balance') {
  const path = `${root}/core/src/sounds/balance.ts`;
  writeFileSync(path, measured('core/src/measure/write-balance.ts'));
  run(`${root}/node_modules/.bin/prettier`, ['--write', path]);
} else measured('bench/sounds.ts', { loud: true });
