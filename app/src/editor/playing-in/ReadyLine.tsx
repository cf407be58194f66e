import { findById, type Document } from '@yibbo/core';
import { notReady, type NotReady } from '@yibbo/core/recording';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { applyRemedy } from '../../acts/pattern/remedies';
import { connectDevices, lacksDevice } from '../../acts/playing-in/devices';
import { playInSet } from '../../state/preferences/play-in';
import type { OpenPart } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector, type Thunk } from '../../state/store';
import { useBlocked } from '../screen/SilenceLine';

interface Cure {
  readonly words: string;
  readonly label: string;
  readonly act: Thunk<unknown>;
}

/** Ready? One line that names what a recording lacks, the most pressing first, with its cure; else what will happen. */
export function ReadyLine({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.song.document);
  const playIn = useAppSelector((state) => state.playIn);
  const lacks = useAppSelector(lacksDevice);
  const isSoundBlocked = useBlocked();
  if (!document) return null;
  const found = notReady(document, {
    trackId: part.track.id,
    isSoundBlocked,
    hasClick: playIn.hasClick,
    countInBars: playIn.countInBars,
    lacksDevice: lacks,
    replaces: playIn.landing === 'replace',
    isLoopOff: playIn.ends === 'once',
  });
  const [first] = found;
  if (!first)
    return (
      <Words small faded oneLine data-testid="ready">
        Ready: {countInWords(playIn.countInBars)}, {playIn.hasClick ? 'click' : 'no click'}
        {playIn.quantize ? ', quantized' : ''}
      </Words>
    );
  const cure = cureOf(first, document);
  return (
    <XStack gap={6} alignItems="center" minHeight="$touch">
      <Words small role="status" data-testid="ready" style={{ flexGrow: 1, flexShrink: 1 }}>
        {found.length > 1 ? `1 of ${found.length}: ` : ''}
        {cure.words}
      </Words>
      <Press label={cure.label} look="raised" onPress={() => void dispatch(cure.act)} />
    </XStack>
  );
}

function countInWords(bars: number): string {
  return bars === 0 ? 'no count-in' : bars === 1 ? '1 bar of count-in' : `${bars} bars of count-in`;
}

function cureOf(problem: NotReady, document: Document): Cure {
  const name = 'trackId' in problem ? (findById(document.tracks, problem.trackId)?.name ?? '') : '';
  switch (problem.code) {
    case 'soundBlocked':
      return { words: 'The browser is holding the sound back.', label: 'Turn sound on', act: applyRemedy({ kind: 'openSound' }) };
    case 'trackMuted':
      return { words: `${name} is muted.`, label: 'Unmute', act: applyRemedy({ kind: 'unmute', trackId: problem.trackId }) };
    case 'levelDown':
      return {
        words: `The level of ${name} is all the way down.`,
        label: 'Turn it up',
        act: applyRemedy({ kind: 'levelUp', trackId: problem.trackId }),
      };
    case 'otherSolo': {
      const others = problem.soloIds.map((id) => findById(document.tracks, id)?.name).join(', ');
      return { words: `Only ${others} plays.`, label: 'Hear all tracks', act: applyRemedy({ kind: 'endSolo', trackIds: problem.soloIds }) };
    }
    case 'noDevice':
      return { words: 'The MIDI device is not there.', label: 'Connect', act: connectDevices() };
    case 'noClick':
      return {
        words: 'No click, and no other track to play to.',
        label: 'Click on',
        act: (dispatch) => dispatch(playInSet({ hasClick: true })),
      };
    case 'loopOff':
      return { words: 'It ends after one pass.', label: 'Round and round', act: (dispatch) => dispatch(playInSet({ ends: 'told' })) };
    case 'replaces':
      return { words: 'What is there will be replaced.', label: 'Merge', act: (dispatch) => dispatch(playInSet({ landing: 'merge' })) };
  }
}
