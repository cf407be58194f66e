/** npm run dev: the app with reloading on 4211, the server with restarting on 4210; the app's calls go on to the server
 *  (app/metro.config.js). Open http://localhost:4211. */
import { spawn } from 'node:child_process';
import { ensureInstalled, EXPO_ENVIRONMENT, root } from './project.mjs';

ensureInstalled();
const { buildSimilar, buildGuide, buildKernels, buildWorkers } = await import('./bundles.mjs');
buildKernels();
buildSimilar();
buildWorkers();
buildGuide();
const start = (args, cwd, env) => spawn(process.execPath, args, { cwd, stdio: 'inherit', env: { ...process.env, ...env } });
const children = [
  start([`${root}/node_modules/tsx/dist/cli.mjs`, 'watch', 'src/main.ts'], `${root}/server`, { YIBBO_ROOT: root, LOG_LEVEL: 'info' }),
  start([`${root}/node_modules/expo/bin/cli`, 'start', '--web', '--port', '4211'], `${root}/app`, { ...EXPO_ENVIRONMENT, BROWSER: 'none' }),
];
for (const child of children)
  child.on('exit', (code) => {
    for (const other of children) other.kill();
    process.exit(code ?? 0);
  });
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    for (const child of children) child.kill(signal);
  });
