import type { OwnThing } from '@yibbo/core';
import { thingsKnown } from '../../state/belongings/things';
import type { Thunk } from '../../state/store';

/** Puts things that are the person's own: kept in this browser, and sent to the server for all others. */
export function putThings(things: readonly OwnThing[]): Thunk {
  return (dispatch, _getState, { newId, belongings }) => {
    dispatch(thingsKnown(things.map((thing) => ({ thing, putId: newId() }))));
    belongings.goOn();
  };
}
