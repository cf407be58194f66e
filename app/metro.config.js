const { getDefaultConfig } = require('expo/metro-config');
const http = require('node:http');
const path = require('node:path');

const config = getDefaultConfig(__dirname);
config.resolver.assetExts.push('woff2');

/** Packages the web build never uses, and zod's sixty languages, would only make the first load longer. What stands in `instead` is taken in
 *  place of packages, and may itself take from them. */
const LEFT_OUT = ['react-native-reanimated', 'react-native-worklets'];
const INSTEAD = path.join(__dirname, 'instead');
const instead = (name) => ({ type: 'sourceFile', filePath: path.join(INSTEAD, `${name}.js`) });
config.resolver.resolveRequest = (context, name, platform) => {
  const { originModulePath } = context;
  if (platform === 'web' && LEFT_OUT.includes(name)) return { type: 'empty' };
  if (platform === 'web' && name === 'react-native-screens') return instead(name);
  if (name === 'zod' && !originModulePath.startsWith(INSTEAD)) return instead(name);
  if (/locales\/index\.(c?js|mjs)$/.test(name) && originModulePath.includes(`${path.sep}zod${path.sep}`)) return instead('zod-locales');
  return context.resolveRequest(context, name, platform);
};

/** While developing, the page comes from here and its calls go on to the server. */
const API_PORT = Number(process.env.PORT_API ?? 4210);
config.server.enhanceMiddleware = (middleware) => (request, response, next) => {
  if (!request.url.startsWith('/api/')) return middleware(request, response, next);
  const { method, headers, url } = request;
  const onward = http.request({ port: API_PORT, host: '127.0.0.1', method, headers, path: url }, (answer) => {
    response.writeHead(answer.statusCode, answer.headers);
    answer.pipe(response);
  });
  onward.on('error', () => response.writeHead(502).end());
  request.pipe(onward);
};

module.exports = config;
