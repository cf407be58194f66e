const { transformSync } = require('esbuild');

/** TypeScript to what Jest runs, by the same tool that bundles the server. */
module.exports = {
  process: (code, path) =>
    transformSync(code, {
      loader: path.endsWith('.ts') ? 'ts' : 'js',
      format: 'cjs',
      target: 'node20',
      sourcemap: 'inline',
      sourcefile: path,
    }),
};
