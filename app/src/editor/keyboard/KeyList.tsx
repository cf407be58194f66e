import { useEffect, useState, type CSSProperties } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { ownKeysOf } from '../../state/belongings/things';
import { noticeSet } from '../../state/session/session';
import { useAppDispatch, useAppSelector, type Thunk } from '../../state/store';
import { keyName, otherKeys } from './key-table';
import { KEYS, type KeyAct } from './keys';
import { actWith, type KeyInput } from './match-key';
import { ownKeyOf, shownKey, withOwnKey, type OwnKeys } from './own-keys';
import { recipeActsOf } from './recipe-keys';
import { keyInput } from './useKeys';
import { putThings } from '../../acts/belongings/put-things';

/** The keys of the pattern screen, for those who have some: each can be put on another. */
export function KeyList() {
  const [isOpen, setOpen] = useState(false);
  return (
    <YStack gap={2} render="section" aria-label="Keys">
      <Press
        label={isOpen ? 'Keys: fold' : 'Keys: list and change them'}
        shown="Keys"
        look={isOpen ? 'on' : 'raised'}
        expanded={isOpen}
        onPress={() => setOpen(!isOpen)}
      />
      {isOpen ? <AllKeys /> : null}
    </YStack>
  );
}

function AllKeys() {
  const dispatch = useAppDispatch();
  const own = useAppSelector(ownKeysOf);
  const recipes = useAppSelector(recipeActsOf);
  const [chosen, setChosen] = useState<KeyAct | null>(null);
  useNextKey(chosen, (input) => {
    if (input.key !== 'Escape' && chosen && !dispatch(putOnKey(chosen, input))) return;
    setChosen(null);
  });
  const isOwn = Object.keys(own).length > 0;
  return (
    <YStack gap={2}>
      <Words small faded role="status">
        {chosen
          ? `Press the key for “${chosen.words}”. Escape leaves it.`
          : 'Press one to put it on another key; it goes by its place on the keyboard.'}
      </Words>
      {isOwn ? <Press label="All keys as they were" look="raised" onPress={() => dispatch(keysPut(own, {}))} /> : null}
      {[...KEYS, ...recipes].map((act) => (
        <KeyRow
          key={keyName(act)}
          act={act}
          isChosen={chosen !== null && keyName(chosen) === keyName(act)}
          own={own}
          onChoose={() => setChosen(act)}
        />
      ))}
      {otherKeys().map(([key, words]) => (
        <XStack key={`${key} ${words}`} gap={8}>
          <Words small strong style={{ minWidth: 110 }}>
            {key}
          </Words>
          <Words small faded style={{ flexShrink: 1 }}>
            {words}
          </Words>
        </XStack>
      ))}
    </YStack>
  );
}

interface KeyRowProps {
  readonly act: KeyAct;
  readonly isChosen: boolean;
  readonly own: OwnKeys;
  readonly onChoose: () => void;
}

/** A key and what it does; a press waits for another key for it. */
function KeyRow({ act, isChosen, own, onChoose }: KeyRowProps) {
  const key = shownKey(act, own);
  return (
    <button type="button" aria-label={`${key} ${act.words}: change the key`} aria-pressed={isChosen} style={ROW} onClick={onChoose}>
      <strong style={{ minWidth: 104, color: isChosen ? 'var(--act)' : 'inherit' }}>{isChosen ? 'press a key' : key}</strong>
      <span style={{ color: 'var(--faded)' }}> {act.words}</span>
    </button>
  );
}

const ROW: CSSProperties = {
  display: 'flex',
  alignItems: 'center',
  gap: 8,
  width: '100%',
  minHeight: 44,
  padding: 0,
  border: 0,
  background: 'transparent',
  color: 'var(--ink)',
  font: 'inherit',
  fontSize: 14,
  textAlign: 'left',
  cursor: 'pointer',
};

/** Puts what differs between one's own keys before and after. */
function keysPut(before: OwnKeys, after: OwnKeys): Thunk {
  const names = [...new Set([...Object.keys(before), ...Object.keys(after)])].filter((name) => before[name] !== after[name]);
  return putThings(names.map((id) => ({ kind: 'key', id, value: Object.hasOwn(after, id) ? (after[id] ?? 'none') : null })));
}

/** Puts an act on the key that was pressed; says so, and which act has lost it. False where that key cannot be had. */
function putOnKey(act: KeyAct, input: KeyInput): Thunk<boolean> {
  return (dispatch, getState) => {
    const key = ownKeyOf(input);
    if (!key) {
      dispatch(noticeSet('That key is taken for something else: choose another.'));
      return false;
    }
    const ownKeys = ownKeysOf(getState());
    const { own, lost } = withOwnKey(ownKeys, act, key, actWith(input, ownKeys, recipeActsOf(getState())));
    dispatch(keysPut(ownKeys, own));
    dispatch(
      noticeSet(
        lost
          ? `${shownKey(act, own)} is ${act.words} now; ${lost.words} has no key any more.`
          : `${shownKey(act, own)} is ${act.words} now.`,
      ),
    );
    return true;
  };
}

/** Gives the next key that is pressed to `onKey`, before anything else hears of it, while an act waits for one. */
function useNextKey(act: KeyAct | null, onKey: (input: KeyInput) => void): void {
  useEffect(() => {
    if (!act) return undefined;
    const listen = (event: KeyboardEvent) => {
      if (['Shift', 'Control', 'Alt', 'Meta', 'AltGraph'].includes(event.key)) return;
      event.preventDefault();
      event.stopPropagation();
      onKey(keyInput(event));
    };
    window.addEventListener('keydown', listen, true);
    return () => window.removeEventListener('keydown', listen, true);
  });
}
