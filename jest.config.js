const transform = '<rootDir>/../scripts/jest-transform.cjs';
const setupFiles = ['<rootDir>/../scripts/laws.cjs'];

/** Core and server run on Node; the app's pieces run in jest-expo's web environment. */
module.exports = {
  projects: [
    {
      displayName: 'core',
      rootDir: 'core',
      testEnvironment: 'node',
      setupFiles,
      testMatch: ['<rootDir>/{src,test}/**/*.test.ts'],
      transform: { '^.+\\.ts$': transform },
    },
    {
      displayName: 'server',
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
      transformIgnorePatterns: ['/node_modules/(?!(nanoid|idb|lucide-react|(jest-)?expo[^/]*|react-native[^/]*|@react-native[^/]*|@?tamagui)/)'],
    },
  ],
};
