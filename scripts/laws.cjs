/* global jest */
/** How property tests draw their cases. A test run draws the same ones each time, so that a commit that was green stays
 *  green; `npm run laws` draws others, and LAWS times as many, to find what the fixed ones do not. */
const times = Number(process.env.LAWS ?? 0);
if (times > 0) {
  jest.mock('fast-check', () => {
    const actual = jest.requireActual('fast-check');
    const assert = (property, params = {}) => actual.assert(property, { ...params, numRuns: (params.numRuns ?? 100) * times });
    return { ...actual, __esModule: true, assert, default: { ...actual.default, assert } };
  });
} else {
  require('fast-check').configureGlobal({ seed: 20160 });
}
