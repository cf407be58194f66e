import { duckedUnderKick, findById, notesOf, pitchName, type Document, type Track } from '@yibbo/core';
import { XStack } from '@tamagui/stacks';
import { Choices } from '../../controls/Choices';
import { Press } from '../../controls/Press';
import { Slider } from '../../controls/Slider';
import { Words } from '../../controls/words';
import { SheetLine } from '../sheets/SheetFrame';
import { editTrack } from '../../acts/song/tracks';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { useTellJump } from '../sheets/useTellJump';

type Opening = NonNullable<Track['opensWith']>;

const ALONE = '';
/** Defaults of a newly chosen row: open for an eighth of a second, with soft edges. */
const FIRST = { openMs: 120, attackMs: 4, releaseMs: 80, depth: 1, on: true } as const;
const HELD_DOWN = -0.8;

const TIMES = [
  { name: 'openMs', title: 'For', low: 10, high: 1000 },
  { name: 'attackMs', title: 'Fades in', low: 2, high: 300 },
  { name: 'releaseMs', title: 'Fades out', low: 5, high: 1000 },
] as const;

/** Lets a track sound only while a row of another one really does, or less while it does. */
export function OpensWith({ track }: { readonly track: Track }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.song.document);
  if (!document) return null;
  const others = document.tracks.filter(({ id }) => id !== track.id);
  const { opensWith } = track;
  const set = (next: Opening | undefined, label: string) => dispatch(editTrack(track.id, label, { opensWith: next }));
  const choose = (trackId: string) => {
    const source = findById(others, trackId);
    const pitch = source && busiestRow(document, source);
    set(
      source ? { ...(opensWith ?? FIRST), trackId, pitch: pitch ?? 60, on: true } : undefined,
      source ? `Opens with ${source.name}` : 'Opens by itself',
    );
  };
  return (
    <>
      <Words small faded>
        It sounds only while a row of another track does, or less while it does. Its room and echo ring on.
      </Words>
      <DuckPress track={track} document={document} onSet={set} />
      <SheetLine title="With">
        <Choices
          title={`Track that ${track.name} opens with`}
          options={[{ value: ALONE, name: 'no other' }, ...others.map(({ id, name }) => ({ value: id, name }))]}
          value={opensWith?.on ? opensWith.trackId : ALONE}
          onChange={choose}
        />
      </SheetLine>
      {opensWith?.on ? <Opened track={track} opensWith={opensWith} document={document} onSet={set} /> : null}
    </>
  );
}

interface DuckPressProps {
  readonly track: Track;
  readonly document: Document;
  readonly onSet: (next: Opening | undefined, label: string) => void;
}

/** Lets the track go down while the song's kick is struck, in one touch; there is none where no kick is. */
function DuckPress({ track, document, onSet }: DuckPressProps) {
  const ducked = duckedUnderKick(document, track.id);
  if (!ducked) return null;
  const { opensWith } = track;
  const isDucked = !!opensWith?.on && opensWith.depth < 0 && opensWith.trackId === ducked.trackId && opensWith.pitch === ducked.pitch;
  return (
    <XStack>
      <Press
        label="Duck under the kick"
        look={isDucked ? 'on' : 'raised'}
        pressed={isDucked}
        onPress={() => (isDucked ? onSet(undefined, 'No longer ducks') : onSet(ducked, 'Ducks under the kick'))}
      />
    </XStack>
  );
}

interface OpenedProps {
  readonly track: Track;
  readonly opensWith: Opening;
  readonly document: Document;
  readonly onSet: (next: Opening, label: string) => void;
}

function Opened({ track, opensWith, document, onSet }: OpenedProps) {
  const tellJump = useTellJump();
  const source = findById(document.tracks, opensWith.trackId);
  if (!source)
    return (
      <Words small role="status">
        The track it opened with is gone: it stays silent. Choose another, or no other.
      </Words>
    );
  const isHeldDown = opensWith.depth < 0;
  return (
    <>
      <SheetLine title="Row">
        <Choices
          title={`Row that ${track.name} opens with`}
          options={rowsOf(document, source)}
          value={opensWith.pitch}
          onChange={(pitch) => onSet({ ...opensWith, pitch }, 'Row it opens with')}
        />
      </SheetLine>
      <SheetLine title="Does">
        <Choices
          title="What the row does"
          options={[
            { value: 'lets', name: 'lets it sound' },
            { value: 'holds', name: 'holds it down' },
          ]}
          value={isHeldDown ? 'holds' : 'lets'}
          onChange={(to) => onSet({ ...opensWith, depth: to === 'holds' ? HELD_DOWN : 1 }, to === 'holds' ? 'Held down' : 'Let sound')}
        />
      </SheetLine>
      <SheetLine title="How far">
        <Slider
          onJump={tellJump}
          title={isHeldDown ? 'How far it is held down' : 'How far it closes'}
          low={10}
          high={100}
          step={5}
          value={Math.round(Math.abs(opensWith.depth) * 100)}
          words={(value) => `${value} %`}
          onChange={() => undefined}
          onCommit={(to) => onSet({ ...opensWith, depth: ((isHeldDown ? -1 : 1) * to) / 100 }, `Opens with, ${to} %`)}
        />
      </SheetLine>
      <OpenTimes opensWith={opensWith} onSet={onSet} />
      {source.muted ? (
        <Words small role="status">
          {source.name} is muted: {isHeldDown ? 'nothing holds this track down.' : 'this track stays silent until it sounds again.'}
        </Words>
      ) : null}
    </>
  );
}

/** For how long each stroke opens it, and how softly. */
function OpenTimes({ opensWith, onSet }: Pick<OpenedProps, 'opensWith' | 'onSet'>) {
  const tellJump = useTellJump();
  return (
    <>
      {TIMES.map(({ name, title, low, high }) => (
        <SheetLine key={name} title={title}>
          <Slider
            onJump={tellJump}
            title={`${title}, in milliseconds`}
            low={low}
            high={high}
            value={Math.round(opensWith[name])}
            words={(ms) => `${ms} ms`}
            onChange={() => undefined}
            onCommit={(to) => onSet({ ...opensWith, [name]: to }, `Opens with, ${title.toLowerCase()} ${to} ms`)}
          />
        </SheetLine>
      ))}
    </>
  );
}

/** The rows of a track that may open another: a kit's, or the pitches its notes have. */
function rowsOf(document: Document, track: Track): { readonly value: number; readonly name: string }[] {
  if (track.kind === 'drums') return track.rows.map(({ pitch, name }) => ({ value: pitch, name })).reverse();
  const patterns = new Set(document.placements.filter(({ trackId }) => trackId === track.id).map(({ patternId }) => patternId));
  const pitches = new Set([...patterns].flatMap((patternId) => notesOf(document, patternId).map(({ pitch }) => pitch)));
  return [...pitches].sort((a, b) => a - b).map((pitch) => ({ value: pitch, name: pitchName(pitch) }));
}

/** The row of a track that sounds most often: what opens another in a rhythm, such as hats. */
function busiestRow(document: Document, track: Track): number | undefined {
  const patterns = new Set(document.placements.filter(({ trackId }) => trackId === track.id).map(({ patternId }) => patternId));
  const counts = new Map<number, number>();
  for (const patternId of patterns) for (const { pitch } of notesOf(document, patternId)) counts.set(pitch, (counts.get(pitch) ?? 0) + 1);
  return [...counts].sort(([, a], [, b]) => b - a)[0]?.[0] ?? rowsOf(document, track)[0]?.value;
}
