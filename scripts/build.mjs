/** Builds the sound engine's kernels, the app with its worklet and workers, and the server, each only where something it is made of
 *  has changed. */
import { EXPO_ENVIRONMENT, fingerprint, root, run, unlessDone } from './project.mjs';
import { buildSimilar, buildGuide, buildKernels, buildServer, buildWorkers, compressScripts, sealApp } from './bundles.mjs';

const shared = ['package-lock.json', 'core/kernels', 'core/src', 'scripts'];

unlessDone('core/dist/.built', fingerprint(['package-lock.json', 'core/kernels', 'scripts']), buildKernels);

unlessDone(
  'core/dist/.similar',
  fingerprint(['package-lock.json', 'core/kernels', 'core/src/audio', 'core/src/measure', 'core/src/sounds', 'scripts']),
  buildSimilar,
);

const appState = fingerprint([...shared, 'app', 'docs/guide.md']);
unlessDone('app/dist/.built', appState, () => {
  console.log('Building the app …');
  buildWorkers();
  buildGuide();
  run(process.execPath, [`${root}/node_modules/expo/bin/cli`, 'export', '--platform', 'web', '--output-dir', 'dist'], {
    cwd: `${root}/app`,
    env: { ...EXPO_ENVIRONMENT, CI: '1' },
  });
  sealApp(`${root}/app/dist`, appState.slice(0, 12));
  compressScripts(`${root}/app/dist`);
});

unlessDone('server/dist/.built', fingerprint([...shared, 'server/src']), () => {
  console.log('Building the server …');
  buildServer();
});
