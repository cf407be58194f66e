/** npm run bench: what the program does, timed side by side with its limit or a peer in the same run. */
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureInstalled, root, run } from './project.mjs';

ensureInstalled();
const { buildSync } = await import('esbuild');
const outfile = join(mkdtempSync(join(tmpdir(), 'yibbo-bench-')), 'bench.mjs');
buildSync({
  entryPoints: [`${root}/bench/main.ts`],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  logLevel: 'warning',
});
run(process.execPath, [outfile], { loud: true });
