const { getDefaultConfig } = require('expo/metro-config');
const { readdirSync } = require('node:fs');
const http = require('node:http');
const path = require('node:path');

const config = getDefaultConfig(__dirname);
config.resolver.assetExts.push('woff2');

/** Packages the web build never uses, and zod's sixty languages, would only make the first load longer. */
const LEFT_OUT = ['react-native-reanimated', 'react-native-worklets'];
const ownFile = (name) => ({ type: 'sourceFile', filePath: path.join(__dirname, name) });
config.resolver.resolveRequest = (context, name, platform) => {
  if (platform === 'web' && LEFT_OUT.includes(name)) return { type: 'empty' };
  if (platform === 'web' && name === 'react-native-screens') return ownFile('no-screens.js');
  if (/locales\/index\.(c?js|mjs)$/.test(name) && context.originModulePath.includes(`${path.sep}zod${path.sep}`)) {
    return ownFile('zod-locales.js');
  }
  return context.resolveRequest(context, name, platform);
};

/** Modules are run when something in them is first used, not when the page loads: a tenth of the first load. Not those that core's loops
 *  over notes use of each other: there each use would look the module up. Keys are worked out once a song, with a library that is slow to
 *  begin with. */
const CORE = path.join(__dirname, '../core/src');
const inCore = readdirSync(CORE, { recursive: true }).filter((name) => name.endsWith('.ts') && name !== path.join('theory', 'keys.ts'));
const blockList = Object.fromEntries(inCore.map((name) => [path.join(CORE, name), true]));
config.transformer.getTransformOptions = async () => ({ transform: { experimentalImportSupport: true, inlineRequires: { blockList } } });

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
