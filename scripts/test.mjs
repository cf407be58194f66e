/** npm test: installs what is missing, then types, lint, unit tests and browser journeys. Quiet while green; the runners'
 *  own counts come last. */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { ensureInstalled, root, run } from './project.mjs';

/** Debian's packages that drive and check the browser journeys: three engines, a screen and a sound card for them, and readers of what they
 *  write. */
const NEEDED = [
  'chromium-headless-shell',
  'firefox-esr',
  'webkit2gtk-driver',
  'gir1.2-webkit2-4.1',
  'python3-gi',
  'xvfb',
  'pulseaudio',
  'pulseaudio-utils',
  'midicsv',
  'sox',
  'ffmpeg',
];

function ensureDebianPackages() {
  const { stdout } = spawnSync('dpkg-query', ['-W', '-f', '${binary:Package} ${db:Status-Status}\n', ...NEEDED], { encoding: 'utf8' });
  const there = (stdout ?? '').split('\n').flatMap((line) => (line.endsWith(' installed') ? [line.split(/[ :]/)[0]] : []));
  const missing = NEEDED.filter((name) => !there.includes(name));
  if (missing.length === 0) return;
  const canInstall = process.getuid?.() === 0 && existsSync('/usr/bin/apt-get');
  if (!canInstall) {
    console.error(`The browser tests need ${missing.join(', ')}. Install them first: sudo apt-get install ${missing.join(' ')}`);
    process.exit(1);
  }
  console.log(`Installing ${missing.join(', ')} …`);
  run('apt-get', ['update']);
  run('apt-get', ['install', '-y', '--no-install-recommends', ...missing], { env: { DEBIAN_FRONTEND: 'noninteractive' } });
}

/** Runs a command beside others; its output is shown only where it fails. */
function stage(name, args) {
  const began = Date.now();
  const child = spawn('npm', ['run', '--silent', ...args], { cwd: root });
  const said = [];
  for (const stream of [child.stdout, child.stderr]) stream.setEncoding('utf8').on('data', (part) => said.push(part));
  return new Promise((resolve) => {
    child.on('close', (status) => {
      if (status !== 0) {
        process.stderr.write(said.join(''));
        process.exit(status ?? 1);
      }
      console.log(`${name}: fine (${Math.round((Date.now() - began) / 1000)} s)`);
      resolve();
    });
  });
}

ensureInstalled();
ensureDebianPackages();
const PASSED = /^ +(\d+) passed/m;
const bin = (name) => `node_modules/.bin/${name}`;
// Types need what is built; lint does not, and keeps the other core busy meanwhile.
await Promise.all([stage('lint', ['lint']), stage('build', ['build']).then(() => stage('types', ['types']))]);
const unit = spawnSync(bin('jest'), ['--silent', '--maxWorkers=2'], { encoding: 'utf8', env: { ...process.env, CI: 'true' } });
finish('unit', unit, /^Tests:.*$/m);
const engines = journeys('engines');
const browser = journeys('chromium');
const passed = count(unit.stderr, /^Tests:.*?(\d+) passed/m) + count(engines.stdout, PASSED) + count(browser.stdout, PASSED);
console.log(`${passed} passed, 0 failed`);

function journeys(project) {
  const args = ['test', '--config', 'e2e/playwright.config.ts', '--project', project];
  const result = spawnSync(bin('playwright'), args, { encoding: 'utf8', env: process.env });
  finish(project, result, /^ +\d+ (passed|failed|skipped|flaky).*$/gm);
  return result;
}

function finish(name, result, counts) {
  const output = `${result.stdout}${result.stderr}`;
  if (result.status !== 0) {
    process.stderr.write(output);
    process.exit(result.status ?? 1);
  }
  console.log(`${name}: ${(output.match(counts) ?? []).map((line) => line.trim()).join(', ')}`);
}

function count(text, pattern) {
  return Number(pattern.exec(text)?.[1] ?? 0);
}
