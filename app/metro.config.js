const { getDefaultConfig } = require('expo/metro-config');
const path = require('node:path');

const config = getDefaultConfig(__dirname);
config.resolver.assetExts.push('woff2');

/** Packages the web build never uses, and zod's sixty languages, would only make the first load longer. */
const LEFT_OUT = ['react-native-reanimated', 'react-native-worklets'];
config.resolver.resolveRequest = (context, name, platform) => {
  if (platform === 'web' && LEFT_OUT.includes(name)) return { type: 'empty' };
  if (/locales\/index\.(c?js|mjs)$/.test(name) && context.originModulePath.includes(`${path.sep}zod${path.sep}`)) {
    return { type: 'sourceFile', filePath: path.join(__dirname, 'src/theme/zod-locales.js') };
  }
  return context.resolveRequest(context, name, platform);
};

module.exports = config;
