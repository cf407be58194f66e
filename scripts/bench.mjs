/** npm run bench: what the program does, timed side by side with its limit or a peer in the same run. Name parts to run only those:
 *  `npm run bench -- actions growth import playback render sounds song save survive browser editing phone engines proxy`. */
import { spawnSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { ensureBuilt, ensureInstalled, EXPO_ENVIRONMENT, fingerprint, root, run, unlessDone } from './project.mjs';

ensureInstalled();
ensureBuilt();
const { bundleForNode, compressScripts } = await import('./bundles.mjs');
const parts = process.argv.slice(2);

if (parts.length === 0 || parts.includes('browser')) {
  unlessDone(
    'bench/dist/empty/.built',
    fingerprint(['package-lock.json', 'app/empty-page', 'app/metro.config.js', 'app/babel.config.js', 'app/instead', 'app/app.config.js']),
    () => {
      console.log('Building the empty page to compare with …');
      run(process.execPath, [`${root}/node_modules/expo/bin/cli`, 'export', '--platform', 'web', '--output-dir', '../bench/dist/empty'], {
        cwd: `${root}/app`,
        env: { ...EXPO_ENVIRONMENT, CI: '1', YIBBO_ROUTES: './empty-page' },
      });
      compressScripts(`${root}/bench/dist/empty`);
    },
  );
}

mkdirSync(`${root}/bench/dist`, { recursive: true });
const outfile = `${root}/bench/dist/bench.mjs`;
bundleForNode(`${root}/bench/main.ts`, outfile);
const others = parts.filter((part) => part !== 'proxy');
if (parts.length === 0 || others.length > 0) run(process.execPath, [outfile, ...others], { loud: true, env: { YIBBO_ROOT: root } });
// What holds behind a proxy, where haproxy is there.
const hasProxy = spawnSync('haproxy', ['-v']).status === 0;
if (parts.includes('proxy') || (parts.length === 0 && hasProxy))
  run(process.execPath, [`${root}/scripts/behind-proxy.mjs`], { loud: true });
