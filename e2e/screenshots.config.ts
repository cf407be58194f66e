import base from './playwright.config';

/** Makes the pictures of docs/screenshots anew, from the demo on a fresh database: `npm run screenshots`. */
export default { ...base, testDir: 'screenshots', workers: 1, fullyParallel: false, outputDir: '../test-results/screenshots' };
