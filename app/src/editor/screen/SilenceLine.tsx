import { findById, whySilent, type Document, type Silence } from '@yibbo/core';
import { useEffect, useState } from 'react';
import { XStack } from '@tamagui/stacks';
import { useEffects } from '../../state/effects';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { applyRemedy, REMEDY_WORDS } from '../../acts/pattern/remedies';
import { selectShownDocument, type OpenPart } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../state/store';
import type { Remedy } from '../../state/session/session';

export interface Explained {
  readonly words: string;
  readonly remedy: Remedy;
}

/** While the open part cannot be heard: why, and the way out. */
export function SilenceLine({ part }: { readonly part: OpenPart }) {
  const document = useAppSelector(selectShownDocument);
  const isBlocked = useBlocked();
  const silence = document ? whySilent(document, part.placement.id) : null;
  const explained = isBlocked ? BLOCKED : silence && document ? explain(silence, document) : null;
  return explained ? <SilenceBar {...explained} /> : null;
}

/** Why nothing is heard, and the way out. */
export function SilenceBar({ words, remedy }: Explained) {
  const dispatch = useAppDispatch();
  return (
    <XStack
      role="status"
      data-testid="silence"
      alignItems="center"
      gap={8}
      paddingLeft={10}
      paddingRight={4}
      backgroundColor="$card"
      borderTopWidth={2}
      borderColor="$act"
    >
      <Words small style={{ flexShrink: 1, flexGrow: 1 }}>
        {words}
      </Words>
      <Press label={REMEDY_WORDS[remedy.kind]} look="raised" onPress={() => dispatch(applyRemedy(remedy))} />
    </XStack>
  );
}

export const BLOCKED: Explained = { words: 'The browser is holding the sound back.', remedy: { kind: 'openSound' } };

export function useBlocked(): boolean {
  const { sound } = useEffects();
  const [isBlocked, setBlocked] = useState(false);
  useEffect(() => sound.watchBlocked(setBlocked), [sound]);
  return isBlocked;
}

function explain(silence: Silence, document: Document): Explained {
  const name = 'trackId' in silence ? (findById(document.tracks, silence.trackId)?.name ?? '') : '';
  switch (silence.code) {
    case 'trackMuted':
      return { words: `${name} is muted.`, remedy: { kind: 'unmute', trackId: silence.trackId } };
    case 'otherSolo': {
      const others = silence.soloIds.map((id) => findById(document.tracks, id)?.name).join(', ');
      return { words: `${name} is not heard: only ${others} plays.`, remedy: { kind: 'endSolo', trackIds: silence.soloIds } };
    }
    case 'levelDown':
      return { words: `The level of ${name} is all the way down.`, remedy: { kind: 'levelUp', trackId: silence.trackId } };
    case 'placementMuted':
      return { words: 'This pattern is muted here.', remedy: { kind: 'unmutePlacement', placementId: silence.placementId } };
    case 'beyondEnd':
      return { words: 'Every note lies beyond the end of the pattern.', remedy: { kind: 'lengthen' } };
    case 'notesMuted':
      return { words: 'Every note of this pattern is muted.', remedy: { kind: 'unmuteNotes' } };
    case 'noChance':
      return { words: 'No note of this pattern has a chance to sound.', remedy: { kind: 'alwaysSound' } };
  }
}
