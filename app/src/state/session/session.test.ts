import { songChanged } from '../document/song';
import * as session from './session';

const { sessionReducer } = session;
const begun = sessionReducer(undefined, { type: 'begin' });
type Act = Parameters<typeof sessionReducer>[1];
const after = (...acts: Act[]) => acts.reduce(sessionReducer, begun);

it('a song begins with nothing selected, marked, open or playing, from bar 1, with a finger that draws', () => {
  const { playFromBar, finger, spoken, trayTab, ruleParams, switching, ...rest } = begun;
  expect([playFromBar, finger, trayTab, spoken.count]).toEqual([1, 'draws', 'copy', 0]);
  expect([ruleParams, switching]).toEqual([{}, {}]);
  // All else is nothing: no id, no list with anything in it, no switch that is on.
  for (const [field, value] of Object.entries(rest))
    expect([field, Array.isArray(value) ? value.length : value || null]).toEqual([field, Array.isArray(value) ? 0 : null]);
});

it('what was chosen in one part is gone in the next; what belongs to the song stays', () => {
  const one = after(
    session.placementsSelected(['p']),
    session.stretchSet({ first: 3, last: 4 }),
    session.framed({ noteIds: ['n'], frame: { start: 0, end: 9 } }),
    session.spanSet({ start: 0, end: 9 }),
    session.sheetSet({ kind: 'chords' }),
    session.chordToPutSet('Am'),
    session.copiesNextSet(true),
    session.cursorSet({ tick: 0, pitch: 60 } as never),
    session.takenSet({ span: null } as never),
    session.ruleSet({} as never),
    session.menuSet({} as never),
    session.placementOpened('other'),
  );
  expect(one).toEqual({ ...begun, placementId: 'other', placementIds: ['p'], stretch: { first: 3, last: 4 }, playFromBar: 3 });
});

it('one way of selecting ends the other', () => {
  const picked = { ruleId: 'r' } as never;
  const all = { selected: ['n'], frame: { start: 0, end: 9 }, currentId: null, picked: null };
  expect(after(session.currentSet('c'), session.framed({ noteIds: ['n'], frame: all.frame }))).toMatchObject(all);
  // A frame round nothing is none.
  expect(after(session.framed({ noteIds: [], frame: all.frame })).frame).toBeNull();
  expect(after(session.framed({ noteIds: ['n'], frame: all.frame }), session.selectionSet(['m']), session.pickedSet(picked))).toMatchObject({ selected: ['m'], frame: null, picked }); // prettier-ignore
  expect(after(session.selectionSet(['m']), session.pickedSet(picked), session.currentSet('c'))).toMatchObject({ selected: [], currentId: 'c', picked: null }); // prettier-ignore
  expect(after(session.currentSet('c'), session.selectionSet([])).currentId).toBeNull();
});

it('a mark taken away leaves play where it was to begin', () => {
  expect(after(session.stretchSet({ first: 5, last: 5 }), session.stretchSet(null))).toMatchObject({ stretch: null, playFromBar: 5 });
});

it('a sheet opened out of the toolbox leads back there, also by way of others, until it is closed', () => {
  const from = (...kinds: ('tools' | 'nudge' | 'length' | null)[]) =>
    after(...kinds.map((kind) => session.sheetSet(kind && ({ kind } as session.Sheet)))).isFromToolbox;
  expect(from('tools')).toBe(false);
  expect(from('tools', 'nudge')).toBe(true);
  expect(from('tools', 'nudge', 'length')).toBe(true);
  expect(from('tools', 'nudge', null)).toBe(false);
  expect(from('tools', 'nudge', null, 'length')).toBe(false);
  expect(from('nudge')).toBe(false);
  expect(from('tools', 'nudge', 'tools')).toBe(false);
});

it('the chord to be put is gone with its sheet; asking closes a sheet, and no longer asking leaves one open', () => {
  const chosen = [session.sheetSet({ kind: 'chords' }), session.chordToPutSet('Am')] as const;
  expect(after(...chosen, session.sheetSet({ kind: 'chords' })).chordToPut).toBe('Am');
  expect(after(...chosen, session.sheetSet({ kind: 'tools' })).chordToPut).toBeNull();
  expect(after(session.sheetSet({ kind: 'tools' }), session.askingSet(true))).toMatchObject({ sheet: null, isAsking: true });
  expect(after(session.sheetSet({ kind: 'tools' }), session.askingSet(false)).sheet).not.toBeNull();
});

it('tracks wait for the next bar one by one', () => {
  const waiting = after(session.switchingSet({ trackId: 'a', goes: 'in' }), session.switchingSet({ trackId: 'b', goes: 'out' }), session.switchingSet({ trackId: 'a', goes: 'out' })); // prettier-ignore
  expect(waiting.switching).toEqual({ a: 'out', b: 'out' });
  expect(sessionReducer(waiting, session.switchingSet({ trackId: 'b', goes: null })).switching).toEqual({ a: 'out' });
});

it('the same words are said again; a notice about one step goes with the next, others stay', () => {
  expect(after(session.spokenSet('3 notes deleted'), session.spokenSet('3 notes deleted')).spoken).toEqual({
    words: '3 notes deleted',
    count: 2,
  });
  const change = songChanged({ id: 'c', label: '', at: 0, device: 'd', entries: [] } as never);
  expect(after(session.noticeSet({ words: 'Cut.', isOfLastStep: true }), change).notice).toBeNull();
  expect(after(session.noticeSet('Kept.'), change).notice).toEqual({ words: 'Kept.' });
});
