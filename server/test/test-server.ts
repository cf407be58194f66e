import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import type { SongQueries } from '../src/database/songs';
import { startServer, type RunningServer } from '../src/start';

export interface Reply<T> {
  readonly status: number;
  readonly body: T;
  readonly headers: Headers;
}

/** A running server on a folder of its own, whole but for its second thread; `restart` gives a new one on the same files. */
export class TestServer {
  readonly folder: string;
  running!: RunningServer;

  constructor(
    private readonly host = '127.0.0.1',
    private readonly names: readonly string[] = [],
    folderName = 'yibbo-server-',
  ) {
    this.folder = mkdtempSync(join(tmpdir(), folderName));
  }

  get queries(): SongQueries {
    return this.running.queries;
  }

  get address(): string {
    return `http://127.0.0.1:${this.running.port}/api`;
  }

  async start(): Promise<void> {
    const settings = {
      root: join(__dirname, '../..'),
      port: 0,
      host: this.host,
      dataFolder: this.folder,
      names: this.names,
      endsWithParent: false,
    };
    this.running = await startServer(settings, pino({ level: 'silent' }), { hasDemo: false, heavy: (light) => light });
  }

  async stop(): Promise<void> {
    await this.running.stop();
  }

  async restart(): Promise<void> {
    await this.stop();
    await this.start();
  }

  remove(): void {
    rmSync(this.folder, { recursive: true, force: true });
  }

  async call<T = { error: { code: string; message: string } }>(path: string, init?: RequestInit): Promise<Reply<T>> {
    const response = await fetch(`${this.address}${path}`, init);
    const text = await response.text();
    return { status: response.status, body: (text ? JSON.parse(text) : null) as T, headers: response.headers };
  }

  post<T>(path: string, body: unknown): Promise<Reply<T>> {
    return this.call<T>(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
  }
}
