import type { OwnAnswer, OwnPut, OwnThing } from '@yibbo/core';
import fc from 'fast-check';
import type { Effects } from '../../state/effects';
import { makeStore } from '../../state/store';
import { BelongingSync } from './belonging-sync';
import { favouriteSoundsOf, ownKeysOf, ownSoundsOf } from '../../state/belongings/things';
import { putThings } from './put-things';

/** The server's collection as the design has it: every put once, the last one about a thing holds. */
class SmallServer {
  epoch = 'first';
  isAway = false;
  losesAnswer = false;
  puts: OwnPut[] = [];

  readonly send = async (since: number, puts: readonly OwnPut[]): Promise<OwnAnswer> => {
    if (this.isAway) throw new Error('away');
    for (const put of puts) if (!this.puts.some(({ putId }) => putId === put.putId)) this.puts.push(put);
    if (this.losesAnswer) throw new Error('cut off');
    const later = this.puts.slice(since);
    return {
      epoch: this.epoch,
      revision: this.puts.length,
      things: [...new Map(later.map((put) => [`${put.kind} ${put.id}`, thing(put)])).values()],
    };
  };

  get held(): Readonly<Record<string, unknown>> {
    return Object.fromEntries(this.puts.map((put) => [`${put.kind} ${put.id}`, put.value]));
  }
}

const thing = ({ putId: _putId, ...rest }: OwnPut): OwnThing => rest as OwnThing;
const favourite = (id: string, at: number | null = 1): OwnThing => ({ kind: 'favourite', id, value: at === null ? null : { at } });

let ids = 0;
const newId = () => `p${++ids}`;
function windowOn(server: SmallServer) {
  const belongings = new BelongingSync({ send: server.send, newId });
  const store = makeStore({ belongings, newId } as unknown as Effects);
  belongings.begin(store);
  const held = () =>
    Object.fromEntries(Object.values(store.getState().belongings).map(({ thing: { kind, id, value } }) => [`${kind} ${id}`, value]));
  return { store, belongings, held, put: (...things: OwnThing[]) => store.dispatch(putThings(things)) };
}
const settled = async () => {
  for (let turn = 0; turn < 12; turn++) await new Promise((resolve) => setTimeout(resolve, 0));
};
beforeEach(() => localStorage.clear());

describe('what is the person’s own', () => {
  it('is in every window and on every device, and outlives the data of a browser', async () => {
    const server = new SmallServer();
    const first = windowOn(server);
    await settled();
    first.put(favourite('oar', 5), favourite('wake', 3));
    first.put({ kind: 'sound', id: 's1', value: { name: 'Mine', kind: 'drums', made: { soundId: 'deck' }, at: 1 } });
    first.put({ kind: 'key', id: 'D', value: 'none' });
    await settled();
    localStorage.clear();
    const { store } = windowOn(server);
    await settled();
    expect(favouriteSoundsOf(store.getState())).toEqual(['wake', 'oar']);
    expect(ownSoundsOf(store.getState())).toEqual([{ id: 's1', name: 'Mine', kind: 'drums', made: { soundId: 'deck' } }]);
    expect(ownKeysOf(store.getState())).toEqual({ D: null });
  });

  it('that two windows put while the server was away, and were closed, is sent by the next', async () => {
    const server = new SmallServer();
    server.isAway = true;
    const [one, other] = [windowOn(server), windowOn(server)];
    one.put(favourite('oar'));
    other.put(favourite('wake'));
    one.put(favourite('gull'));
    await settled();
    server.isAway = false;
    windowOn(server);
    await settled();
    expect(server.held).toEqual({ 'favourite oar': { at: 1 }, 'favourite wake': { at: 1 }, 'favourite gull': { at: 1 } });
  });

  it('of which the server refuses one thing holds up no other, and is not sent again', async () => {
    const server = new SmallServer();
    let refusals = 0;
    const picky = Object.assign(new SmallServer(), {
      send: async (since: number, puts: readonly OwnPut[]) => {
        if (puts.some(({ id }) => id === 'bad')) {
          refusals++;
          throw Object.assign(new Error('no'), { status: 400 });
        }
        return server.send(since, puts);
      },
    });
    const { put, held, belongings } = windowOn(picky);
    put(favourite('a'), favourite('bad'), favourite('b'));
    await settled();
    expect(server.held).toEqual({ 'favourite a': { at: 1 }, 'favourite b': { at: 1 } });
    expect(held()).toHaveProperty(['favourite bad'], { at: 1 });
    const before = refusals;
    belongings.goOn();
    await settled();
    expect(refusals).toBe(before);
  });

  it('that an earlier version kept among the habits of a browser comes along', async () => {
    const key = { code: 'KeyJ', shown: 'J', ctrl: false, shift: false };
    const sound = { id: 's1', name: 'Mine', kind: 'drums', made: { soundId: 'deck' } };
    localStorage.setItem(
      'yibbo habits',
      JSON.stringify({ turns: 3, ownSounds: [sound], favouriteSounds: ['oar'], ownKeys: { D: key, N: null } }),
    );
    const server = new SmallServer();
    const { store } = windowOn(server);
    expect(store.getState().preferences.turns).toBe(3);
    await settled();
    expect(server.puts).toHaveLength(4);
    expect(ownKeysOf(store.getState())).toEqual({ D: key, N: null });
    windowOn(server);
    await settled();
    expect(server.puts).toHaveLength(4);
  });

  it('goes to a server that has lost it, which keeps what it has', async () => {
    const server = new SmallServer();
    const first = windowOn(server);
    first.put(favourite('oar', 1), favourite('wake', 1));
    await settled();
    const emptied = new SmallServer();
    emptied.epoch = 'second';
    emptied.puts = [{ ...favourite('wake', 9), putId: 'x' } as OwnPut];
    const again = windowOn(emptied);
    await settled();
    expect(emptied.held).toEqual({ 'favourite oar': { at: 1 }, 'favourite wake': { at: 9 } });
    expect(again.held()).toEqual(emptied.held);
  });

  it('law: whatever two windows and others put, in whatever order and with answers lost, all know the same in the end, each put once', () =>
    fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.record({
            who: fc.constantFrom('one', 'other', 'elsewhere', 'away', 'back', 'cut', 'whole'),
            id: fc.constantFrom('a', 'b', 'c'),
            at: fc.option(fc.integer({ min: 1, max: 9 })),
          }),
          { maxLength: 14 },
        ),
        async (acts) => {
          localStorage.clear();
          const server = new SmallServer();
          const windows = { one: windowOn(server), other: windowOn(server) };
          for (const { who, id, at } of acts) {
            if (who === 'one' || who === 'other') windows[who].put(favourite(id, at));
            else if (who === 'elsewhere') server.puts.push({ ...favourite(id, at), putId: newId() } as OwnPut);
            else if (who === 'away' || who === 'back') server.isAway = who === 'away';
            else server.losesAnswer = who === 'cut';
            if ((at ?? 0) % 2) await settled();
          }
          Object.assign(server, { isAway: false, losesAnswer: false });
          for (let turn = 0; turn < 2; turn++) {
            for (const each of [windows.one, windows.other]) each.belongings.goOn();
            await settled();
          }
          expect(windows.one.held()).toEqual(server.held);
          expect(windows.other.held()).toEqual(server.held);
          const put = server.puts.map(({ putId }) => putId);
          expect(new Set(put).size).toBe(put.length);
        },
      ),
      { numRuns: 40 },
    ));
});
