const swc = ['@swc/jest', { jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022' }, module: { type: 'commonjs' } }];

/** Core and server run on Node; the app's pieces run in jest-expo's web environment. */
module.exports = {
  projects: [
    {
      displayName: 'core',
      rootDir: 'core',
      testEnvironment: 'node',
      testMatch: ['<rootDir>/{src,test}/**/*.test.ts'],
      transform: { '^.+\\.ts$': swc },
    },
    {
      displayName: 'server',
      rootDir: 'server',
      testEnvironment: 'node',
      testMatch: ['<rootDir>/src/**/*.test.ts'],
      transform: { '^.+\\.m?[jt]s$': swc },
      transformIgnorePatterns: ['/node_modules/(?!(nanoid)/)'],
    },
    {
      displayName: 'app',
      rootDir: 'app',
      preset: 'jest-expo/web',
      testMatch: ['<rootDir>/src/**/*.test.{ts,tsx}'],
      testEnvironmentOptions: { customExportConditions: [''] },
    },
  ],
};
