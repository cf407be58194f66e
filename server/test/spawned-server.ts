import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const root = process.env.YIBBO_ROOT ?? join(__dirname, '../..');

/** Yibbo's built server in a process of its own, both threads and all: to be killed, filled and looked at from outside. */
export class SpawnedServer {
  private child: ChildProcess | null = null;
  address = '';
  said = '';

  constructor(
    private readonly folder: string,
    private readonly environment: Record<string, string> = {},
  ) {}

  /** Starts it; rejects with what it says where it ends instead. */
  async start(port = 20_000 + Math.floor(Math.random() * 20_000)): Promise<this> {
    this.said = '';
    const child = spawn(process.execPath, ['server/dist/main.mjs'], {
      cwd: root,
      env: { ...process.env, PORT: String(port), YIBBO_DATA: this.folder, YIBBO_ROOT: root, NODE_ENV: 'production', ...this.environment },
    });
    this.child = child;
    this.address = `http://127.0.0.1:${port}/api`;
    await new Promise<void>((resolve, reject) => {
      const listen = (data: Buffer) => {
        this.said += data.toString();
        if (this.said.includes('is ready at')) resolve();
      };
      child.stdout!.on('data', listen);
      child.stderr!.on('data', listen);
      child.once('exit', () => reject(new Error(this.said)));
    });
    return this;
  }

  /** Ends it at once, as a crash does. */
  async kill(signal: 'SIGKILL' | 'SIGTERM' = 'SIGKILL'): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const ended = new Promise((done) => child.once('exit', done));
    child.kill(signal);
    await ended;
  }

  /** The most memory it has ever taken, in MB. */
  get mostMemory(): number {
    const kilobytes = /VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${this.child?.pid}/status`, 'utf8'))?.[1];
    return Number(kilobytes) / 1024;
  }

  /** From here on it is the most since now. */
  forgetMostMemory(): void {
    // What a process writes 5 into here, Linux counts its most memory anew (proc(5), clear_refs).
    writeFileSync(`/proc/${this.child?.pid}/clear_refs`, '5');
  }

  async call<T>(path: string, init?: RequestInit): Promise<{ status: number; body: T }> {
    const response = await fetch(`${this.address}${path}`, init);
    const text = await response.text();
    return { status: response.status, body: (text ? JSON.parse(text) : null) as T };
  }

  post<T>(path: string, body: unknown, headers: Record<string, string> = {}): Promise<{ status: number; body: T }> {
    const given = typeof body === 'string' || body instanceof Uint8Array ? body : JSON.stringify(body);
    return this.call<T>(path, { method: 'POST', headers: { 'content-type': 'application/json', ...headers }, body: given as BodyInit });
  }

  async newSong(name = 'Gull Parade'): Promise<string> {
    return (await this.post<{ id: string }>('/songs', { name })).body.id;
  }

  /** What its main thread has worked in all, in milliseconds. */
  get busyMs(): number {
    return Number(readFileSync(`/proc/${this.child?.pid}/task/${this.child?.pid}/schedstat`, 'utf8').split(' ')[0]) / 1e6;
  }

  /** Asks for its health again and again while `work` goes on; gives the longest answer in milliseconds, the most that the main thread worked
   *  while one was waited for (which does not depend on what else the machine does), and what the work came to. */
  async meanwhile<T>(work: Promise<T>): Promise<{ result: T; answers: number; longest: number; busiest: number }> {
    let isDone = false;
    let answers = 0;
    let longest = 0;
    let busiest = 0;
    const ended = work.finally(() => (isDone = true));
    do {
      const [began, worked] = [performance.now(), this.busyMs];
      await this.call('/health');
      longest = Math.max(longest, performance.now() - began);
      busiest = Math.max(busiest, this.busyMs - worked);
      if (!isDone) answers++;
      await new Promise((resolve) => setTimeout(resolve, 5));
    } while (!isDone);
    return { result: await ended, answers, longest, busiest };
  }
}
