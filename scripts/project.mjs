/** Shared by the project's commands: where things are, what is installed, what is built. Node's own library only,
 *  since nothing may be installed yet when it runs. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
export const EXPO_ENVIRONMENT = { EXPO_NO_TELEMETRY: '1', EXPO_OFFLINE: '1' };

/** Runs a command in the project and returns what it wrote; that is shown only where it fails, or where `loud`. Ends the process on failure. */
export function run(command, args, { env = {}, loud = false, cwd = root } = {}) {
  const result = spawnSync(command, args, {
    cwd,
    env: { ...process.env, ...env },
    stdio: loud ? 'inherit' : 'pipe',
    encoding: 'utf8',
    maxBuffer: 1 << 28,
  });
  if (result.status === 0) return result.stdout;
  if (!loud) process.stderr.write(`${result.stdout ?? ''}${result.stderr ?? ''}`);
  if (result.error) process.stderr.write(`${result.error.message}\n`);
  process.stderr.write(`Failed: ${command} ${args.join(' ')}\n`);
  process.exit(result.status ?? 1);
}

function filesBelow(path) {
  if (!existsSync(path)) return [];
  if (statSync(path).isFile()) return [path];
  const skipped = new Set(['node_modules', 'dist', '.expo']);
  // Built scripts stand among the files that are public as they are.
  const isBuilt = (name) => /app\/public\/(sound|work)$/.test(join(path, name));
  return readdirSync(path)
    .filter((name) => !skipped.has(name) && !isBuilt(name))
    .sort()
    .flatMap((name) => filesBelow(join(path, name)));
}

/** One hash over the names and contents of all files below these places. */
export function fingerprint(places) {
  const hash = createHash('sha256');
  for (const file of places.flatMap((place) => filesBelow(join(root, place))))
    hash.update(file.slice(root.length)).update(readFileSync(file));
  return hash.digest('hex');
}

/** Does `work` unless the stamp at `stampPath` says it was done for this very `state`. */
export function unlessDone(stampPath, state, work) {
  const stamp = join(root, stampPath);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === state) return;
  work();
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, state);
}

/** Installs the locked packages where they are missing or out of date. */
export function ensureInstalled() {
  unlessDone('node_modules/.installed', fingerprint(['package-lock.json']), () => {
    console.log('Installing packages (a few minutes on a new machine) …');
    run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  });
}

export function ensureBuilt() {
  run(process.execPath, ['scripts/build.mjs'], { loud: true });
}
