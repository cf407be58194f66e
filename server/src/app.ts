import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import staticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import type { ServerResponse } from 'node:http';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { Belongings } from './database/belongings';
import type { SongQueries } from './database/songs';
import { ownNamesOnly, ownPagesOnly } from './http/doors';
import { errorAnswers, noSuchAddress } from './http/error-answers';
import type { LiveSongs } from './live/live-songs';
import type { FileStore } from './files/file-store';
import { belongingRoutes } from './routes/belongings';
import { fileRoutes } from './routes/files';
import { serverRoutes, type ServerParts } from './routes/server';
import { songRoutes } from './routes/songs';

export interface AppParts {
  readonly queries: SongQueries;
  readonly live: LiveSongs;
  readonly belongings: Belongings;
  readonly files: FileStore;
  /** Names the collection of them. */
  readonly epoch: string;
  readonly log: Logger;
  readonly server: ServerParts;
  /** Names and addresses this server goes by, apart from those of the machine itself. */
  readonly names: readonly string[];
  /** Folder of the built app; without one only the API answers. */
  readonly pages?: string;
}

const CONTENT_POLICY = {
  useDefaults: false,
  directives: {
    defaultSrc: ["'self'"],
    // The sound engine's loops are WebAssembly.
    scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
    styleSrc: ["'self'", "'unsafe-inline'"],
    imgSrc: ["'self'", 'data:', 'blob:'],
    fontSrc: ["'self'", 'data:'],
    connectSrc: ["'self'"],
    workerSrc: ["'self'", 'blob:'],
    objectSrc: ["'none'"],
    frameAncestors: ["'none'"],
    baseUri: ["'self'"],
    formAction: ["'self'"],
  },
};

export function createApp({ queries, live, belongings, files, epoch, log, server, names, pages }: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  // Telling whether a song is the same costs as much as sending it.
  app.disable('etag');
  app.use(
    helmet({
      contentSecurityPolicy: CONTENT_POLICY,
      strictTransportSecurity: false,
      crossOriginOpenerPolicy: false,
      originAgentCluster: false,
    }),
  );
  if (log.isLevelEnabled('debug')) app.use(pinoHttp({ logger: log }));
  app.use(compression({ filter: (request, response) => !request.path.endsWith('/events') && compression.filter(request, response) }));
  app.use(ownNamesOnly(names));
  app.use('/api', neverKept, ownPagesOnly, server.gate.readCookies);
  app.get('/api/health', (_request, response) => void response.json({ ok: true }));
  app.use('/api/server', serverRoutes(server));
  const { gate, bringBack, songFiles } = server;
  app.use('/api/songs', gate.guard, songRoutes({ queries, live, bringBack, belongings, songFiles, holdLine: gate.holdLine }));
  app.use('/api/belongings', gate.guard, belongingRoutes(belongings, epoch));
  app.use('/api/files', gate.guard, fileRoutes(files, queries));
  app.use('/api', noSuchAddress);
  if (pages && existsSync(join(pages, 'index.html'))) servePages(app, pages);
  app.use(noSuchAddress);
  app.use(errorAnswers(log));
  return app;
}

/** No answer holds for later: browsers may keep some of them for ever else, among them that a song was deleted. */
const neverKept: RequestHandler = (_request, response, next) => {
  response.set('Cache-Control', 'no-store');
  next();
};

/** Folders whose names begin with a dot may be above what is sent. */
const ANYWHERE = { dotfiles: 'allow' } as const;

/** The built app: hashed files may be kept for ever, the page itself never; any address without a file ending is a screen. */
function servePages(app: Express, pages: string): void {
  const setHeaders = (response: ServerResponse, path: string) => {
    response.setHeader('Cache-Control', /\/_expo\/static\/|\/assets\//.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache');
  };
  // The scripts stand there compressed already, in the smallest form each browser can read.
  app.use(staticGzip(pages, { index: false, enableBrotli: true, orderPreference: ['br', 'gz'], serveStatic: { setHeaders } }));
  app.get(['/song/:id', '/song/:id/*rest'], (request, response, next) => {
    // The song is asked for while the scripts are still on their way, in the one way that all engines know again when the app asks for it.
    response.set('Link', `</api/songs/${encodeURIComponent(String(request.params.id))}>; rel=preload; as=fetch`);
    next();
  });
  app.get('/*splat', (request, response, next) => {
    if (/\.[a-z0-9]+$/i.test(request.path)) return next();
    response.set('Cache-Control', 'no-cache').sendFile(join(pages, 'index.html'), ANYWHERE);
  });
  app.get('/', (_request, response) => response.set('Cache-Control', 'no-cache').sendFile(join(pages, 'index.html'), ANYWHERE));
}
