/** npm run sounds: what is measured of every sound, beside what it is to be, and what is off. */
import { mkdirSync } from 'node:fs';
import { ensureBuilt, ensureInstalled, root, run } from './project.mjs';

ensureInstalled();
ensureBuilt();
const { bundleForNode } = await import('./bundles.mjs');
mkdirSync(`${root}/bench/dist`, { recursive: true });
const outfile = `${root}/bench/dist/sounds.mjs`;
bundleForNode(`${root}/bench/sounds.ts`, outfile);
run(process.execPath, [outfile], { loud: true });
