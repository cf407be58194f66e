import { ACTION_FAMILIES, ACTIONS, paramFields, SELECTION_RULES, type ActionFamily, type NotesAction } from '@yibbo/core';
import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import ArrowRight from 'lucide-react-native/icons/arrow-right';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import ChevronsDown from 'lucide-react-native/icons/chevrons-down';
import ChevronsUp from 'lucide-react-native/icons/chevrons-up';
import RotateBack from 'lucide-react-native/icons/rotate-ccw';
import RotateOn from 'lucide-react-native/icons/rotate-cw';
import Dots from 'lucide-react-native/icons/ellipsis';
import AlignStart from 'lucide-react-native/icons/align-start-vertical';
import Join from 'lucide-react-native/icons/fold-horizontal';
import Reverse from 'lucide-react-native/icons/arrow-left-right';
import Louder from 'lucide-react-native/icons/trending-up';
import Softer from 'lucide-react-native/icons/trending-down';
import Scissors from 'lucide-react-native/icons/scissors';
import Trash from 'lucide-react-native/icons/trash';
import { ScrollView, XStack, YStack } from 'tamagui';
import { Press } from '../controls/Press';
import { Words } from '../controls/words';
import { runAction, tryAction } from '../store/edits';
import { selectHasSelection, selectNotes, type OpenPart } from '../store/selectors';
import { useAppDispatch, useAppSelector } from '../store/store';
import { selectionSet, trayTabSet, type TrayTab } from '../store/view';
import { HELD_KEYS, type HeldKey } from './held-keys';
import { KEYS, type KeyAct } from './keys';

const ICONS: Readonly<Record<string, typeof Dots>> = {
  earlier: ArrowLeft,
  later: ArrowRight,
  rotateBack: RotateBack,
  rotateOn: RotateOn,
  quantize: AlignStart,
  splitLines: Scissors,
  firstCut: Scissors,
  up: ArrowUp,
  down: ArrowDown,
  octaveUp: ChevronsUp,
  octaveDown: ChevronsDown,
  delete: Trash,
  join: Join,
  reverse: Reverse,
  softer: Softer,
  louder: Louder,
};

const FAMILY_NAMES: Readonly<Record<ActionFamily, string>> = {
  time: 'Time',
  length: 'Length',
  pitch: 'Pitch',
  feel: 'Feel',
  copy: 'Copy',
  make: 'Make',
};
const FAMILIES = ACTION_FAMILIES.filter((family) => ACTIONS.some((action) => action.family === family));

/** The actions for what is selected, by family; on a wide screen all of them, one family under the other. */
export function Tray({ part, isPanel }: { readonly part: OpenPart; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const tab = useAppSelector((state) => state.view.trayTab);
  if (isPanel) {
    return (
      <YStack padding={12} gap={14} role="group" aria-label="Tray">
        {[...FAMILIES, 'select' as const].map((family) => (
          <YStack key={family} gap={4}>
            <Words strong>{family === 'select' ? 'Select' : FAMILY_NAMES[family]}</Words>
            <XStack flexWrap="wrap" gap={4}>
              <FamilyActions family={family} part={part} />
            </XStack>
          </YStack>
        ))}
        <KeyList />
      </YStack>
    );
  }
  return (
    <YStack role="group" aria-label="Tray" backgroundColor="$card">
      <XStack role="tablist">
        {[...FAMILIES, 'select' as const].map((family) => (
          <Press
            key={family}
            grow
            label={family === 'select' ? 'Select' : FAMILY_NAMES[family]}
            pressed={family === tab}
            look={family === tab ? 'on' : 'quiet'}
            onPress={() => dispatch(trayTabSet(family))}
          />
        ))}
      </XStack>
      <ScrollView horizontal showsHorizontalScrollIndicator={false} flexGrow={0}>
        <XStack gap={4} padding={4}>
          <FamilyActions family={tab} part={part} />
        </XStack>
      </ScrollView>
    </YStack>
  );
}

function FamilyActions({ family, part }: { readonly family: TrayTab; readonly part: OpenPart }) {
  if (family === 'select') return <Rules part={part} />;
  return ACTIONS.filter((action) => action.family === family).map((action) => <ActionButtons key={action.id} action={action} />);
}

/** An action's one-touch forms, with its last settings, and the dots that open its trial. */
function ActionButtons({ action }: { readonly action: NotesAction }) {
  const dispatch = useAppDispatch();
  const last = useAppSelector((state) => state.trial.lastParams[action.id]);
  const hasNotes = useAppSelector((state) => selectNotes(state).length > 0);
  const hasSelection = useAppSelector(selectHasSelection);
  const isOff = action.needsSelection ? !hasSelection : !hasNotes;
  const defaults = action.params.parse({}) as Record<string, unknown>;
  const hasSettings = paramFields(action.params).length > 0;
  return (
    <XStack
      gap={2}
      flexWrap="wrap"
      maxWidth="100%"
      role="group"
      aria-label={action.label}
      borderWidth={1}
      borderColor="$line"
      borderRadius="$2"
      alignItems="center"
    >
      {(action.quick ?? []).map((quick) => (
        <Press
          key={quick.label}
          label={quick.label}
          shown={quick.icon ? action.label : (quick.shown ?? quick.label)}
          icon={ICONS[quick.icon ?? '']}
          iconOnly={(action.quick ?? []).length > 1 && quick.icon !== undefined}
          disabled={isOff}
          onPress={() => dispatch(runAction(action.id, { ...defaults, ...last, ...quick.params }))}
        />
      ))}
      {hasSettings ? (
        <Press
          label={`${action.label}: try with settings`}
          shown={(action.quick ?? []).length > 1 ? action.label : ''}
          icon={Dots}
          iconOnly={(action.quick ?? []).length === 1}
          disabled={isOff}
          onPress={() => dispatch(tryAction(action.id, { ...defaults, ...last }))}
        />
      ) : null}
    </XStack>
  );
}

/** The keys of this screen, for those who have some. */
function KeyList() {
  const held = Object.entries(HELD_KEYS).map(([what, key]) => [`hold ${key.toUpperCase()}`, HELD_WORDS[what as HeldKey]] as const);
  const rows = [
    ['Space', 'Play, stop'] as const,
    ['Enter', 'Put a note at the cursor'] as const,
    ...KEYS.map((each) => [keyName(each), each.words] as const),
    ...held,
  ];
  return (
    <YStack gap={2} render="section" aria-label="Keys">
      <Words strong>Keys</Words>
      {rows.map(([key, words]) => (
        <XStack key={key} gap={8}>
          <Words small strong minWidth={110}>
            {key}
          </Words>
          <Words small faded flexShrink={1}>
            {words}
          </Words>
        </XStack>
      ))}
    </YStack>
  );
}

const HELD_WORDS: Readonly<Record<HeldKey, string>> = {
  free: 'during a drag: off the grid',
  erase: 'and sweep: erase',
  copy: 'and drag: copy instead of move',
};

function keyName({ key, ctrl, shift }: KeyAct): string {
  return [ctrl ? 'Ctrl' : '', shift ? 'Shift' : '', key.length === 1 ? key.toUpperCase() : key.replace('Arrow', '')]
    .filter(Boolean)
    .join(' ');
}

function Rules({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const notes = useAppSelector(selectNotes);
  const selected = useAppSelector((state) => state.view.selected);
  return SELECTION_RULES.map((rule) => {
    const picked = rule.pick(notes, new Set(selected), rule.params.parse({}), part);
    return (
      <Press
        key={rule.id}
        label={`Select: ${rule.label}`}
        shown={`${rule.label} (${picked.length})`}
        look="raised"
        disabled={picked.length === 0}
        onPress={() => dispatch(selectionSet(picked))}
      />
    );
  });
}
