/** npm start: installs and builds what is missing, then serves app and API on one port. */
import { spawn } from 'node:child_process';
import { ensureBuilt, ensureInstalled, root } from './project.mjs';

ensureInstalled();
ensureBuilt();
const server = spawn(process.execPath, ['server/dist/main.mjs'], {
  cwd: root,
  stdio: 'inherit',
  env: { NODE_ENV: 'production', ...process.env, YIBBO_ROOT: root },
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
