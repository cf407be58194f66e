const transform = '<rootDir>/../scripts/jest-transform.cjs';

/** Core and server run on Node; the app's pieces run in jest-expo's web environment. */
module.exports = {
  projects: [
    {
      displayName: 'core',
      rootDir: 'core',
      testEnvironment: 'node',
      testMatch: ['<rootDir>/{src,test}/**/*.test.ts'],
      transform: { '^.+\\.ts$': transform },
    },
    {
      displayName: 'server',
      rootDir: 'server',
      testEnvironment: 'node',
      testMatch: ['<rootDir>/{src,test}/**/*.test.ts'],
      transform: { '^.+\\.m?[jt]s$': transform },
      transformIgnorePatterns: ['/node_modules/(?!(nanoid)/)'],
    },
    {
      displayName: 'app',
      rootDir: 'app',
      preset: 'jest-expo/web',
      testMatch: ['<rootDir>/src/**/*.test.{ts,tsx}'],
      testEnvironmentOptions: { customExportConditions: [''] },
      transformIgnorePatterns: ['/node_modules/(?!(nanoid|idb|lucide-react|(jest-)?expo[^/]*|react-native[^/]*|@react-native[^/]*|@?tamagui)/)'],
    },
  ],
};
