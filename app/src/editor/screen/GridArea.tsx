import { useState, type ReactNode } from 'react';
import { YStack } from '@tamagui/stacks';
import { Unseen } from '../../controls/Unseen';
import { Words } from '../../controls/words';
import type { OpenPart } from '../../state/session/selectors';
import { KeepingBar } from './KeepingBar';
import { OthersHere } from './OthersHere';
import { GridWords } from './GridWords';
import { Notice } from './Notice';
import { PlaceChip } from '../grid/PlaceChip';
import { useAppSelector } from '../../state/store';
import { TourStrip } from './TourStrip';
import { SilenceLine } from './SilenceLine';
import { usePlayhead } from '../playback/usePlayback';

/** The notes, and over their foot what comes and goes: it takes no room from them, so that no row moves under a finger, and only its buttons
 *  and messages take presses. */
export function GridArea({ part, children }: { readonly part: OpenPart; readonly children: ReactNode }) {
  return (
    <YStack flex={1} minWidth={0} minHeight={0} position="relative" data-testid="grid-area">
      <TourStrip part={part} />
      {children}
      <YStack position="absolute" left={0} right={0} bottom={0} zIndex="$3" pointerEvents="none">
        <OthersHere />
        <PassCounter lengthTicks={part.pattern.length} />
        <Spoken />
        <CursorWords part={part} />
        <GridWords part={part} />
        <YStack pointerEvents="auto">
          <SilenceLine part={part} />
          <Notice />
          <KeepingBar />
        </YStack>
      </YStack>
    </YStack>
  );
}

/** Announces what was done to screen readers. */
function Spoken() {
  const { words, count } = useAppSelector((state) => state.session.spoken);
  return (
    <Unseen role="status" testID="spoken">
      <span key={count}>{words}</span>
    </Unseen>
  );
}

/** Announces the note at the cursor; in Steps the focused cell does so itself. */
function CursorWords({ part }: { readonly part: OpenPart }) {
  const cursor = useAppSelector((state) => state.session.cursor);
  return part.viewMode === 'notes' ? <PlaceChip part={part} place={cursor} isSpoken /> : null;
}

/** Times round since play began. */
function PassCounter({ lengthTicks }: { readonly lengthTicks: number }) {
  const [pass, setPass] = useState<number | null>(null);
  usePlayhead((tick) => setPass(tick === null ? null : Math.floor(tick / lengthTicks) + 1));
  return <Pass pass={pass} />;
}

/** Which time round it is; nothing while that is null. */
export function Pass({ pass }: { readonly pass: number | null }) {
  if (pass === null) return null;
  return (
    <Words
      small
      strong
      colour="head"
      data-testid="pass"
      style={{ background: 'var(--paper)', borderRadius: 3, paddingInline: 4, alignSelf: 'flex-end', margin: 4, pointerEvents: 'none' }}
    >
      pass {pass}
    </Words>
  );
}
