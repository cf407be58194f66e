import type { Here } from '@yibbo/core';
import { OthersHere, type HereNews } from './others-here';

const at = (tick: number): Here => ({ name: 'Anna', placementId: null, start: tick, end: tick + 1, noteIds: [] });

/** A window of a song, and what it has heard. */
function windowOn(others: OthersHere, window: string, songId = 'song') {
  const heard: HereNews[] = [];
  return { heard, leave: others.listen(songId, window, (news) => void heard.push(news)) };
}

it('each window hears where the others of its song are, those who were there first too, and when one leaves; never of itself', () => {
  const others = new OthersHere();
  const [a, elsewhere] = [windowOn(others, 'a'), windowOn(others, 'x', 'another song')];
  others.move('song', 'a', at(1));
  const b = windowOn(others, 'b');
  others.move('song', 'b', at(5));
  others.move('song', 'b', at(6));
  b.leave();
  expect(a.heard).toEqual([
    { window: 'b', here: at(5) },
    { window: 'b', here: at(6) },
    { window: 'b', here: null },
  ]);
  expect(b.heard).toEqual([{ window: 'a', here: at(1) }]);
  expect(elsewhere.heard).toEqual([]);
  expect(windowOn(others, 'c').heard).toEqual([{ window: 'a', here: at(1) }]);
});

it('a window that listens anew before its old line has ended stays; one that does not listen has no say', () => {
  const others = new OthersHere();
  const a = windowOn(others, 'a');
  const [old] = [windowOn(others, 'b'), windowOn(others, 'b')];
  others.move('song', 'b', at(2));
  old.leave();
  others.move('song', 'stranger', at(3));
  expect(a.heard).toEqual([{ window: 'b', here: at(2) }]);
  expect(windowOn(others, 'c').heard).toEqual([{ window: 'b', here: at(2) }]);
});

it('fifty windows tell of themselves, no more', () => {
  const others = new OthersHere();
  for (let number = 0; number < 60; number++) {
    windowOn(others, `w${number}`);
    others.move('song', `w${number}`, at(number));
  }
  expect(windowOn(others, 'last').heard).toHaveLength(50);
});
