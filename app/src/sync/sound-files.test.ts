import 'fake-indexeddb/auto';
import { createHash } from 'node:crypto';
import { hasUnsentFiles } from './unsent-files';
import { SoundFiles, type FileNews, type SoundFilesParts } from './sound-files';

const bytes = (seed: number, length = 5_000_000) => Uint8Array.from({ length }, (_, at) => (at * 31 + seed * 7) % 251);
const hashOf = (of: Uint8Array) => createHash('sha256').update(of).digest('hex');

/** A blob as jsdom does not have one: its bytes can be read and cut. */
function blobOf(data: Uint8Array): Blob {
  return {
    size: data.length,
    slice: (from = 0, to = data.length) => blobOf(data.slice(from, to)),
    arrayBuffer: () => Promise.resolve(data.slice().buffer),
    data,
  } as unknown as Blob;
}
const dataOf = (blob: Blob) => (blob as unknown as { data: Uint8Array }).data;

/** The server as the design has it: appends what follows, keeps what is whole. */
class SmallServer {
  parts = new Map<string, Uint8Array>();
  whole = new Set<string>();
  isAway = false;
  /** Breaks off after so many pieces. */
  pieces = Infinity;

  private check(): void {
    if (this.isAway) throw new Error('away');
  }

  fileStanding = async (hash: string) => {
    this.check();
    return { has: this.parts.get(hash)?.length ?? 0, isWhole: this.whole.has(hash) };
  };

  sendPiece = async (hash: string, at: number, size: number, piece: Blob) => {
    this.check();
    if (this.pieces-- <= 0) throw new Error('broken off');
    const has = this.parts.get(hash) ?? new Uint8Array();
    if (has.length === at && !this.whole.has(hash)) {
      const all = new Uint8Array(at + piece.size);
      all.set(has);
      all.set(dataOf(piece), at);
      this.parts.set(hash, all);
      if (all.length === size) this.whole.add(hash);
    }
    return { has: this.parts.get(hash)!.length, isWhole: this.whole.has(hash) };
  };

  file = async (hash: string) => {
    this.check();
    return this.whole.has(hash) ? (this.parts.get(hash)!.slice().buffer as ArrayBuffer) : null;
  };
}

function filesOn(server: SmallServer, more: Partial<SoundFilesParts> = {}) {
  const news: Record<string, FileNews> = {};
  const files = new SoundFiles({
    server,
    decode: async () => ({ left: new Float32Array(480), right: new Float32Array(480), channels: 1 }),
    listen: async () => ({ hits: [], peaks: { framesEach: 256, pairs: new Float32Array(4) } }),
    hashOf: async (file) => hashOf(dataOf(file)),
    tell: (hash, told) => void (news[hash] = told),
    ...more,
  });
  const add = (data: Uint8Array) => files.add(Object.assign(blobOf(data), { name: 'take.wav' }) as unknown as File, () => undefined);
  return { files, news, add };
}
const settled = async (isDone: () => boolean) => {
  for (let turn = 0; turn < 400 && !isDone(); turn++) await new Promise((resolve) => setTimeout(resolve, 5));
};

// The fake database copies values without their methods; a file must come back as one.
const NativeStructuredClone = globalThis.structuredClone;
beforeAll(() => {
  globalThis.structuredClone = ((value: unknown) => {
    const kept = value as { hash?: string; blob?: Blob };
    return kept?.blob ? { ...kept } : NativeStructuredClone(value);
  }) as typeof structuredClone;
});
afterAll(() => {
  globalThis.structuredClone = NativeStructuredClone;
});

describe('sound files of this browser', () => {
  it('are sent in pieces as soon as they are added, and said to be there', async () => {
    const server = new SmallServer();
    const data = bytes(1);
    const pieces: number[] = [];
    const { sendPiece } = server;
    server.sendPiece = (...sent) => {
      pieces.push(sent[3].size);
      return sendPiece(...sent);
    };
    const { add, files, news } = filesOn(server);
    const adding = add(data);
    await settled(hasUnsentFiles);
    expect(hasUnsentFiles()).toBe(true);
    const known = await adding;
    expect(known).toEqual({ hash: hashOf(data), name: 'take.wav', frames: 480, channels: 1, bytes: data.length });
    await settled(() => news[known.hash]?.isSent === true);
    expect(server.whole.has(known.hash)).toBe(true);
    await settled(() => !hasUnsentFiles());
    expect(hasUnsentFiles()).toBe(false);
    // Two megabytes at a time.
    expect(pieces).toEqual([2_097_152, 2_097_152, 805_696]);
    expect(Buffer.compare(server.parts.get(known.hash)!, data)).toBe(0);
    expect(news[known.hash]).toMatchObject({ state: 'there', isSent: true });
    expect(files.samplesOf(known.hash)?.left).toHaveLength(480);
  });

  it('go on from where sending broke off, also from another page of this browser', async () => {
    const server = new SmallServer();
    server.pieces = 1;
    const data = bytes(2);
    const hash = hashOf(data);
    await filesOn(server).add(data);
    await settled(() => (server.parts.get(hash)?.length ?? 0) > 0);
    expect(server.whole.has(hash)).toBe(false);
    server.pieces = Infinity;
    filesOn(server);
    await settled(() => server.whole.has(hash));
    expect(Buffer.compare(server.parts.get(hash)!, data)).toBe(0);
  });

  it('added while the server is away are heard here, and sent once it is back', async () => {
    const server = new SmallServer();
    server.isAway = true;
    const data = bytes(3, 1000);
    const { add, files, news } = filesOn(server);
    const { hash } = await add(data);
    await settled(() => news[hash]?.state === 'there');
    expect(files.samplesOf(hash)).not.toBeNull();
    server.isAway = false;
    dispatchEvent(new Event('online'));
    await settled(() => server.whole.has(hash));
    expect(server.whole.has(hash)).toBe(true);
  });

  it('of the server are fetched once, kept, and heard without it afterwards; missing and broken ones are told apart', async () => {
    const server = new SmallServer();
    const data = bytes(4, 3000);
    const hash = hashOf(data);
    server.parts.set(hash, data);
    server.whole.add(hash);
    const native = globalThis.Blob;
    globalThis.Blob = function (parts: ArrayBuffer[]) {
      return blobOf(new Uint8Array(parts[0]!));
    } as unknown as typeof Blob;
    const first = filesOn(server);
    await Promise.all([first.files.want(hash), first.files.want(hash)]);
    expect(first.news[hash]).toMatchObject({ state: 'there' });
    server.isAway = true;
    const second = filesOn(server);
    await second.files.want(hash);
    expect(second.news[hash]).toMatchObject({ state: 'there' });
    await second.files.want('e'.repeat(64));
    expect(second.news['e'.repeat(64)]).toEqual({ state: 'missing' });
    const broken = filesOn(server, { decode: async () => Promise.reject(new Error('no sound')) });
    await broken.files.want(hash);
    expect(broken.news[hash]).toMatchObject({ state: 'broken' });
    globalThis.Blob = native;
  });

  it('tells how far taking a file in has come, and gives its picture once it has been listened to', async () => {
    const told: [string, number][] = [];
    const { files, news } = filesOn(new SmallServer(), {
      hashOf: async (file, onProgress) => {
        onProgress(0.5);
        return hashOf(dataOf(file));
      },
    });
    const data = bytes(5, 900);
    const { hash } = await files.add(Object.assign(blobOf(data), { name: 'take.wav' }) as unknown as File, (...each) => told.push(each));
    expect(told).toEqual([
      ['Reading', 0.5],
      ['Decoding', 0],
    ]);
    await settled(() => news[hash]?.state === 'there');
    expect(files.peaksOf(hash)).toEqual({ framesEach: 256, pairs: new Float32Array(4) });
    // Let go of when the song that plays it is closed.
    files.keepOnly(new Set([hash]));
    expect(files.samplesOf(hash)).not.toBeNull();
    files.keepOnly(new Set());
    expect([files.samplesOf(hash), files.peaksOf(hash)]).toEqual([null, null]);
  });

  it('that this browser will not keep are sent all the same, and can be had until then', async () => {
    const put = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new Error('no room');
    });
    const server = new SmallServer();
    server.isAway = true;
    const { files, add } = filesOn(server);
    const data = bytes(6, 700);
    const { hash } = await add(data);
    expect(dataOf((await files.bytesOf(hash))!)).toEqual(data);
    server.isAway = false;
    files.goOn();
    await settled(() => server.whole.has(hash));
    put.mockRestore();
    expect(server.whole.has(hash)).toBe(true);
  });

  it('that were nowhere are looked for again, as long as the song that plays them is open', async () => {
    const server = new SmallServer();
    const { files, news } = filesOn(server);
    const [wanted, left] = ['b'.repeat(64), 'c'.repeat(64)];
    const asked: string[] = [];
    server.file = async (hash) => {
      asked.push(hash);
      return null;
    };
    const later: (() => void)[] = [];
    const timer = jest.spyOn(globalThis, 'setTimeout').mockImplementation(((run: () => void, ms: number) => {
      if (ms === 10_000) later.push(run);
      else setImmediate(run);
      return 0;
    }) as unknown as typeof setTimeout);
    globalThis.setImmediate ??= ((run: () => void) => queueMicrotask(run)) as unknown as typeof setImmediate;
    await Promise.all([files.want(wanted), files.want(left)]);
    files.keepOnly(new Set([wanted]));
    for (const run of later.splice(0)) run();
    timer.mockRestore();
    await settled(() => asked.length === 3);
    expect(asked).toEqual([wanted, left, wanted]);
    expect(news[left]).toEqual({ state: 'missing' });
  });
});
