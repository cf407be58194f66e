const transform = '<rootDir>/../scripts/jest-transform.cjs';
/** Looked up in a test's own world at each use, these cost code that computes half its speed; handed in, they do not. */
const sandboxInjectedGlobals = [
  ...['Math', 'Number', 'String', 'Array', 'Object', 'Map', 'Set', 'JSON'],
  ...['Uint8Array', 'Uint16Array', 'Int32Array', 'Float32Array', 'Float64Array', 'DataView'],
];
const setupFiles = ['<rootDir>/../scripts/laws.cjs'];

/** Core and server run on Node; the app's pieces run in jest-expo's web environment. */
module.exports = {
  projects: [
    {
      displayName: 'core',
      sandboxInjectedGlobals,
      rootDir: 'core',
      testEnvironment: 'node',
      setupFiles,
      testMatch: ['<rootDir>/{src,test}/**/*.test.ts'],
      transform: { '^.+\\.ts$': transform },
    },
    {
      displayName: 'server',
      sandboxInjectedGlobals,
      rootDir: 'server',
      testEnvironment: 'node',
      setupFiles,
      testMatch: ['<rootDir>/{src,test}/**/*.test.ts'],
      transform: { '^.+\\.m?[jt]s$': transform },
      transformIgnorePatterns: ['/node_modules/(?!(nanoid)/)'],
    },
    {
      displayName: 'app',
      rootDir: 'app',
      preset: 'jest-expo/web',
      setupFiles,
      testMatch: ['<rootDir>/src/**/*.test.{ts,tsx}'],
      testEnvironmentOptions: { customExportConditions: [''] },
      transformIgnorePatterns: [
        '/node_modules/(?!(nanoid|idb|lucide-react|(jest-)?expo[^/]*|react-native[^/]*|@react-native[^/]*|@?tamagui)/)',
      ],
    },
  ],
};
