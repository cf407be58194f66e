import {
  ACTIONS,
  barBeatWords,
  gridOfRow,
  heardFrom,
  lineAfter,
  lineBefore,
  notesInSpan,
  paramFields,
  type ActionFamily,
  type ActionId,
  type Note,
} from '@yibbo/core';
import Down from 'lucide-react/dist/esm/icons/chevron-down.mjs';
import Right from 'lucide-react/dist/esm/icons/chevron-right.mjs';
import Dots from 'lucide-react/dist/esm/icons/ellipsis.mjs';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type RefObject } from 'react';
import { View } from '@tamagui/core';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { TypeAhead } from '../../../controls/type-ahead';
import { Words } from '../../../controls/words';
import { playFrom, playFromHere } from '../../../acts/play-from';
import { addNotes } from '../../../acts/document/edits';
import { selectHasSelection, selectNotes, selectSelectedNotes, type OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector, type Thunk } from '../../../state/store';
import { treatmentWords, tryTreatment } from '../../../acts/trial/treatments';
import { runAction, tryAction } from '../../../acts/trial/trials';
import { rowName } from '../../../acts/pattern/rows';
import { cursorSet, menuSet, selectionSet, type MenuPlace } from '../../../state/session/session';
import { SHEET_HEIGHT } from '../../sheets/SheetFrame';
import { deselect, selectMore } from '../../../acts/pattern/select';
import { FAMILIES, FAMILY_NAMES } from '../tray/families';
import { DRAWN_VELOCITY } from '../../grid/gesture/useSetting';

/** Action inputs that depend on the place, not on its notes. */
const PLACED: ReadonlySet<string> = new Set(['row', 'rows', 'nothing', 'pattern']);

const WIDTH = 300;
const HEIGHT = 400;
/** Room left above or below the pointer, so that the row it is about stays in sight, in pixels. */
const ROW_ROOM = 28;

interface ActionMenuProps {
  readonly menu: MenuPlace;
  readonly part: OpenPart;
  /** In the flow in place of the tray, as on a phone; else beside the pointer. */
  readonly isInFlow: boolean;
}

/** The menu where a note, or empty ground, was held or right-clicked. Escape or a press elsewhere closes it. */
export function ActionMenu({ menu, part, isInFlow }: ActionMenuProps) {
  const dispatch = useAppDispatch();
  const frame = useRef<HTMLDivElement>(null);
  const count = useAppSelector((state) => selectSelectedNotes(state).length);
  const close = () => dispatch(menuSet(null));
  const act = (thunk: Thunk<unknown>) => {
    close();
    dispatch(thunk);
  };

  useEffect(() => {
    const before = document.activeElement as HTMLElement | null;
    frame.current?.querySelector<HTMLElement>('[role=menuitem]')?.focus({ preventScroll: true });
    const outside = (event: PointerEvent) => {
      const target = event.target as HTMLElement;
      if (frame.current?.contains(target)) return;
      // A press on the notes only closes the menu; it draws nothing.
      if (target.closest('[data-testid$="-grid"]')) event.stopPropagation();
      dispatch(menuSet(null));
    };
    document.addEventListener('pointerdown', outside, true);
    return () => {
      document.removeEventListener('pointerdown', outside, true);
      before?.focus({ preventScroll: true });
    };
  }, [dispatch, menu]);

  const onKeyDown = useMenuKeys(frame, close);

  return (
    <div
      ref={frame}
      onKeyDown={onKeyDown}
      style={isInFlow ? { height: SHEET_HEIGHT, flexShrink: 0, display: 'flex', flexDirection: 'column' } : popover(menu)}
    >
      <XStack
        alignItems="center"
        justifyContent="space-between"
        backgroundColor="$card"
        borderTopWidth={isInFlow ? 3 : 0}
        borderColor="$act"
        paddingLeft={14}
        paddingRight={6}
      >
        <Words strong>{menu.noteId ? `With ${count === 1 ? 'this note' : `these ${count} notes`}` : 'Here'}</Words>
        <Press label="Close the menu" shown="Close" onPress={close} />
      </XStack>
      <ScrollView flex={1} backgroundColor="$card">
        <YStack padding={6} gap={2} role="menu" aria-label={menu.noteId ? 'What to do with the selected notes' : 'What to do here'}>
          {menu.noteId ? <NoteItems menu={menu} part={part} act={act} /> : <GroundItems menu={menu} part={part} act={act} />}
        </YStack>
      </ScrollView>
    </div>
  );
}

/** The keys of a menu: arrows, Home and End go to its lines, letters to those that begin with them, Escape and Tab close it. Every key belongs to the
 *  menu while it is open: none acts on the notes behind it. */
function useMenuKeys(frame: RefObject<HTMLElement | null>, close: () => void): (event: KeyboardEvent<HTMLElement>) => void {
  const [typed] = useState(() => new TypeAhead());
  return (event) => {
    event.stopPropagation();
    const items = [...(frame.current?.querySelectorAll<HTMLElement>('[role=menuitem]') ?? [])];
    const at = items.indexOf(document.activeElement as HTMLElement);
    const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: items.length - 1 }[event.key];
    const isLetter = event.key.length === 1 && event.key !== ' ' && !event.ctrlKey && !event.metaKey && !event.altKey;
    if (event.key === 'Escape' || event.key === 'Tab') close();
    else if (to !== undefined) {
      typed.restart();
      items[(to + items.length) % items.length]?.focus();
    } else if (isLetter) {
      const names = items.map((item) => item.getAttribute('aria-label') ?? item.textContent ?? '');
      const found = typed.find(event.key, names, at, event.timeStamp);
      if (found !== null) items[found]?.focus();
    } else return;
    event.preventDefault();
  };
}

/** Beside the pointer: under it where there is room, else above. */
function popover({ x, y }: MenuPlace): React.CSSProperties {
  return {
    position: 'fixed',
    zIndex: 40,
    left: Math.max(8, Math.min(x + 12, window.innerWidth - WIDTH - 8)),
    top: Math.max(8, y + ROW_ROOM + HEIGHT < window.innerHeight ? y + ROW_ROOM : y - ROW_ROOM - HEIGHT),
    width: WIDTH,
    height: HEIGHT,
    display: 'flex',
    flexDirection: 'column',
    border: '1px solid var(--lineStrong)',
    borderRadius: 6,
    overflow: 'hidden',
    boxShadow: '0 6px 24px rgb(0 0 0 / 0.28)',
  };
}

interface ItemsProps {
  readonly menu: MenuPlace;
  readonly part: OpenPart;
  readonly act: (thunk: Thunk<unknown>) => void;
}

/** The most used actions, side by side; then every action that takes notes, by family, each of which unfolds. A line runs an action with its last
 *  settings, its dots try it. */
function NoteItems({ menu, part, act }: ItemsProps) {
  const [unfolded, setUnfolded] = useState<ActionFamily | null>(null);
  return (
    <>
      <MostUsed menu={menu} part={part} act={act} />
      {FAMILIES.map((family) => (
        <YStack key={family}>
          <Press
            role="menuitem"
            start
            label={FAMILY_NAMES[family]}
            icon={unfolded === family ? Down : Right}
            expanded={unfolded === family}
            onPress={() => setUnfolded(unfolded === family ? null : family)}
          />
          {unfolded === family ? <FamilyItems family={family} act={act} /> : null}
        </YStack>
      ))}
    </>
  );
}

/** Three side by side, in pixels. */
const THIRD = 90;

function MostUsed({ menu, part, act }: ItemsProps) {
  const handled = useAppSelector(selectSelectedNotes);
  const areMuted = handled.length > 0 && handled.every(({ muted }) => muted);
  const cut = lineBefore(gridOfRow(part, menu.at.pitch), menu.at.tick);
  const items: readonly { label: string; does: Thunk }[] = [
    { label: 'Delete', does: runAction('delete') },
    { label: 'Duplicate', does: runAction('duplicate') },
    areMuted ? { label: 'Unmute', does: runAction('mute', { to: 'heard' }) } : { label: 'Mute', does: runAction('mute', { to: 'muted' }) },
    {
      label: 'Split at this grid line',
      does: runAction('split-at', { count: cut, unit: 'tick', from: 'pattern' }),
    },
    { label: 'Half the time', does: runAction('stretch', { to: 'ratio', times: 1, over: 2 }) },
    { label: 'Twice the time', does: runAction('stretch', { to: 'ratio', times: 2, over: 1 }) },
    { label: 'Play from here', does: playFromHere() },
    { label: 'Louder', does: runAction('velocity-scale', { percent: 115 }) },
    { label: 'Softer', does: runAction('velocity-scale', { percent: 85 }) },
  ];
  return (
    <XStack flexWrap="wrap" gap={4} paddingBottom={4}>
      {items.map(({ label, does }) => (
        <Press key={label} role="menuitem" grow width={THIRD} look="raised" label={label} onPress={() => act(does)} />
      ))}
    </XStack>
  );
}

function FamilyItems({ family, act }: Pick<ItemsProps, 'act'> & { readonly family: ActionFamily }) {
  return ACTIONS.filter((action) => action.family === family && !PLACED.has(action.takes ?? 'any')).map((action) => (
    <XStack key={action.id} alignItems="center" gap={2} paddingLeft={16}>
      <Press role="menuitem" grow start label={action.label} onPress={() => act(runAction(action.id))} />
      {paramFields(action.params).length > 0 ? (
        <Press
          role="menuitem"
          label={`${action.label}: try with settings`}
          icon={Dots}
          iconOnly
          onPress={() => act(tryAction(action.id))}
        />
      ) : (
        <View width="$touch" />
      )}
    </XStack>
  ));
}

function GroundItems({ menu, part, act }: ItemsProps) {
  const notes = useAppSelector(selectNotes);
  const hasSelection = useAppSelector(selectHasSelection);
  const start = lineBefore(gridOfRow(part, menu.at.pitch), menu.at.tick);
  const note: Omit<Note, 'id' | 'patternId'> = {
    start,
    length: lineAfter(gridOfRow(part, menu.at.pitch), start) - start,
    pitch: menu.at.pitch,
    velocity: DRAWN_VELOCITY,
  };
  const select =
    (chosen: readonly Note[]): Thunk<unknown> =>
    (dispatch) =>
      dispatch(selectionSet(chosen.map(({ id }) => id)));
  const tryHere =
    (actionId: ActionId): Thunk<unknown> =>
    (dispatchNow) => {
      dispatchNow(cursorSet({ tick: start, pitch: menu.at.pitch }));
      dispatchNow(tryAction(actionId));
    };
  const fromHere = notesInSpan(notes, { start, end: Infinity });
  const row = notes.filter(({ pitch }) => pitch === menu.at.pitch);
  return (
    <>
      <HeardHere menu={menu} part={part} act={act} />
      <Press role="menuitem" start label="Play from here" onPress={() => act((dispatchNow) => void dispatchNow(playFrom(start)))} />
      <Press role="menuitem" start label="Put a note here" onPress={() => act(addNotes('Draw a note', [note]))} />
      {ACTIONS.filter(({ takes = 'any' }) => PLACED.has(takes)).map((action) => (
        <Press key={action.id} role="menuitem" start label={`${action.label} from here`} onPress={() => act(tryHere(action.id))} />
      ))}
      <Press
        role="menuitem"
        start
        label={`Select everything from here on (${fromHere.length})`}
        disabled={fromHere.length === 0}
        onPress={() => act(select(fromHere))}
      />
      <Press
        role="menuitem"
        start
        label={`Select this row (${row.length})`}
        disabled={row.length === 0}
        onPress={() => act(selectMore(row.map(({ id }) => id)))}
      />
      <Press
        role="menuitem"
        start
        label={`Select all (${notes.length})`}
        disabled={notes.length === 0}
        onPress={() => act(select(notes))}
      />
      <Press role="menuitem" start label="Deselect" disabled={!hasSelection} onPress={() => act(deselect)} />
    </>
  );
}

/** Explains a sound heard where no note is written: its source note, and the adjustable action behind it. */
function HeardHere({ menu: { at }, part, act }: ItemsProps) {
  const document = useAppSelector((state) => state.song.document);
  const from = useMemo(() => (document ? heardFrom(document, part.placement, at) : null), [document, part.placement, at]);
  if (!from) return null;
  const { heard, written, treatments } = from;
  const place = (note: Note) => `${rowName(part, note.pitch)} at ${barBeatWords(part.meters, note.start)}`;
  const by = treatments.length ? `, by ${treatments.map(treatmentWords).join(', then ')}` : '';
  return (
    <YStack role="group" aria-label="Heard here" borderBottomWidth={1} borderColor="$line" paddingBottom={4}>
      <Words small style={{ paddingInline: 8 }}>
        {`Heard here: ${place(heard)}${written ? `, from ${place(written)}` : ''}${by}.`}
      </Words>
      {treatments.map((treatment) => (
        <Press
          key={treatment.id}
          role="menuitem"
          start
          label={`Adjust: ${treatmentWords(treatment)}`}
          onPress={() => act(tryTreatment(treatment.id))}
        />
      ))}
      {written ? (
        <Press
          role="menuitem"
          start
          label={`Select ${place(written)}`}
          onPress={() => act((dispatch) => void dispatch(selectionSet([written.id])))}
        />
      ) : null}
    </YStack>
  );
}
